/** The list: as an outline or as a table, with what brings lines in and works on many at once. */
import { useState } from 'react';
import { Button, Choices } from '../../shared/controls';
import { kindFor } from '../../shared/fields';
import { showList, useEditor } from '../state/store';
import { words } from '../words';
import { LineFoot } from './LineFoot';
import { addAfter } from './lines';
import { Outline } from './Outline';
import { NewerList, PasteDialog, Table, WorkOnLines } from './parts';
import { rowsOfList } from './rows';
import { Sets } from './Sets';

export function ListStage() {
  const empty = useEditor((state) => rowsOfList(state.chart.items).all.length === 0);
  const kindId = useEditor((state) => state.chart.kind);
  const view = useEditor((state) => state.listView);
  /** A task that is to be filled in: no other list is put in its place. */
  const fillIn = useEditor((state) => (state.me?.at?.blanks.length ?? 0) > 0);
  const [pasting, setPasting] = useState<string | null>(null);
  const [dropped, setDropped] = useState<File | undefined>();
  const [open, setOpen] = useState<'work' | 'newer' | null>(null);
  const toggle = (what: typeof open) => setOpen(open === what ? null : what);

  return (
    // A file can be dropped anywhere on the list.
    // biome-ignore lint/a11y/noStaticElementInteractions: what is dropped here has a button beside it
    <div
      className="flex min-h-0 flex-1 flex-col"
      onDragOver={(event) => event.dataTransfer.types.includes('Files') && event.preventDefault()}
      onDrop={(event) => {
        const [file] = event.dataTransfer.files;
        if (!file || fillIn) return;
        event.preventDefault();
        setDropped(file);
        setPasting('');
      }}
    >
      <header className="flex flex-col gap-1.5 border-b border-rule px-3.5 pt-2.5 pb-2">
        <div className="flex items-center gap-2">
          <h2 className="mr-auto text-lg">{words.stages.list}</h2>
          <Choices
            legend={words.list.views}
            hideLegend
            value={view}
            options={[
              { value: 'outline', label: words.list.outline },
              { value: 'table', label: words.list.table },
            ]}
            onChoose={showList}
          />
        </div>
        {!fillIn && (
          <div className="flex flex-wrap gap-1.5">
            <Button onClick={() => setPasting('')}>{words.list.paste}</Button>
            <Button aria-expanded={open === 'newer'} onClick={() => toggle('newer')} disabled={empty}>
              {words.newer.button}
            </Button>
            <Button aria-expanded={open === 'work'} onClick={() => toggle('work')} disabled={empty}>
              {words.work.button}
            </Button>
          </div>
        )}
        {open === null && (
          <p id="list-hint" className="text-xs text-quiet">
            {view === 'outline' ? words.list.hint : words.table.hint}
          </p>
        )}
      </header>
      <Sets />
      {open === 'work' && <WorkOnLines onClose={() => setOpen(null)} />}
      {open === 'newer' && <NewerList onClose={() => setOpen(null)} />}
      {empty ? (
        <div className="flex min-h-0 flex-1 flex-col items-start gap-3 p-4 text-quiet">
          <p className="font-semibold text-ink">{words.list.empty}</p>
          <p>{words.list.emptyHelp}</p>
          <pre className="max-w-full overflow-auto rounded border border-dashed border-rule bg-paper px-3 py-2 text-[12.5px] [tab-size:3]">
            {kindFor(kindId).starts[0]!.list.trimEnd()}
          </pre>
          <div className="flex flex-wrap gap-2">
            <Button tone="strong" onClick={() => setPasting('')}>
              {words.list.paste}
            </Button>
            <Button onClick={() => addAfter(null)}>{words.list.first}</Button>
            <Button tone="quiet" onClick={() => useEditor.setState({ help: 'guide' })}>
              {words.guide.more}
            </Button>
          </div>
        </div>
      ) : view === 'outline' ? (
        <Outline onPaste={setPasting} />
      ) : (
        <Table onPaste={setPasting} />
      )}
      {view === 'outline' && open === null && <LineFoot />}
      {pasting !== null && (
        <PasteDialog
          initial={pasting}
          file={dropped}
          onClose={() => {
            setPasting(null);
            setDropped(undefined);
          }}
        />
      )}
    </div>
  );
}
