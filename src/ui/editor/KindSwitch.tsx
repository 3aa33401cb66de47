/** The kind of a chart, and changing it: the list stays, what would not be drawn is said before. */
import { useState } from 'react';
import { type Chart, MATTERS } from '../../core/chart';
import { type KindOnPage, kindsOnPage, notDrawn } from '../../core/kinds';
import { LANGUAGES, NAME_ORDERS, nameOrderIn } from '../../core/languages';
import { Button, Row, Select } from '../shared/controls';
import { Dialog } from '../shared/Dialog';
import { kindFor } from '../shared/fields';
import { change, say, useEditor } from './state/store';
import { words } from './words';

export function KindSwitch() {
  const name = useEditor((state) => kindFor(state.chart.kind).words.name);
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        title={words.kind.change}
        aria-label={`${name}. ${words.kind.change}`}
        onClick={() => setOpen(true)}
        className="rounded border border-rule px-2 py-px text-xs whitespace-nowrap text-quiet hover:border-plum hover:text-plum"
      >
        {name}
      </button>
      {open && <KindDialog onClose={() => setOpen(false)} />}
    </>
  );
}

function KindDialog({ onClose }: { onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const take = (kind: KindOnPage) => {
    if (!change({ type: 'set-kind', kind: kind.id })) return;
    say(words.kind.made(kind.words.name), true);
    onClose();
  };
  return (
    <Dialog title={words.kind.change} onClose={onClose}>
      <p className="px-5 pt-3 text-[13px] text-quiet">{words.kind.about}</p>
      <div className="px-5 pt-3">
        <Row label={words.kind.matter}>
          {(id) => (
            <Select
              id={id}
              value={chart.matter ?? ''}
              options={[
                { value: '', label: words.kind.matterOfKind(kindFor(chart.kind).words.items) },
                ...MATTERS.map((value) => ({ value, label: value })),
              ]}
              onChange={(matter) => change({ type: 'set-matter', matter: matter === '' ? null : matter })}
            />
          )}
        </Row>
        <p className="pb-1 text-xs text-quiet">{words.kind.matterAbout}</p>
        <Row label={words.kind.language}>
          {(id) => (
            <Select
              id={id}
              value={chart.language ?? 'en'}
              options={LANGUAGES.map((value) => ({ value, label: words.kind.languages[value] }))}
              onChange={(language) => change({ type: 'set-language', language: language === 'en' ? null : language })}
            />
          )}
        </Row>
        <p className="pb-1 text-xs text-quiet">{words.kind.languageAbout}</p>
        <Row label={words.kind.nameOrder}>
          {(id) => (
            <Select
              id={id}
              value={chart.nameOrder ?? ''}
              options={[
                { value: '', label: words.kind.nameOrderOf(words.kind.nameOrders[nameOrderIn(chart.language)]) },
                ...NAME_ORDERS.map((value) => ({ value, label: words.kind.nameOrders[value] })),
              ]}
              onChange={(order) => change({ type: 'set-name-order', nameOrder: order === '' ? null : order })}
            />
          )}
        </Row>
        <p className="text-xs text-quiet">{words.kind.nameOrderAbout}</p>
      </div>
      <ul className="relative flex flex-col gap-2 overflow-auto p-5">
        {kindsOnPage.map((kind) => (
          <Entry key={kind.id} kind={kind} chart={chart} onTake={() => take(kind)} />
        ))}
      </ul>
    </Dialog>
  );
}

function Entry({ kind, chart, onTake }: { kind: KindOnPage; chart: Chart; onTake: () => void }) {
  const now = kind.id === chart.kind;
  const lost = now ? [] : notDrawn(kind, chart);
  return (
    <li
      className={`flex flex-col gap-1 rounded border px-3 py-2 text-[13px] ${now ? 'border-plum bg-tint' : 'border-rule'}`}
    >
      <span className="flex items-baseline gap-2">
        <strong className="flex-none">{kind.words.name}</strong>
        <span className="text-quiet">{kind.words.about}</span>
      </span>
      {now ? (
        <span className="text-plum">{words.kind.now}</span>
      ) : (
        <>
          {lost.length === 0 ? (
            <span className="text-good">{words.kind.nothing}</span>
          ) : (
            <span>
              {words.kind.loses} {lost.join('; ')}.
            </span>
          )}
          <span>
            <Button onClick={onTake}>{words.kind.make(kind.words.name)}</Button>
          </span>
        </>
      )}
    </li>
  );
}
