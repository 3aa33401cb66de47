/** Many files of the chart at once: made one after the other, packed here, so that it is seen how far it has come. */
import { useMemo, useRef, useState } from 'react';
import { BUNDLE_FORMS, BUNDLE_PARTS, type BundleForm, type BundleParts, bundleOf } from '../../../../core/bundle';
import { fileName } from '../../../../core/file-name';
import { Button, Choices, Tick } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { saveFile } from '../../../shared/save-file';
import { fetchedFile } from '../../deliver';
import { say, useEditor } from '../../state/store';
import { words } from '../../words';

export function Bundle({ bare }: { bare: boolean }) {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  const [forms, setForms] = useState<readonly BundleForm[]>(['pdf', 'svg', 'xlsx']);
  const [parts, setParts] = useState<BundleParts>('whole');
  const hasViews = chart.views !== undefined;
  const [done, setDone] = useState<number | null>(null);
  const stop = useRef<AbortController | null>(null);
  const files = useMemo(() => bundleOf(kind, chart, { forms, parts, bare }), [kind, chart, forms, parts, bare]);
  const make = async () => {
    const asked = new AbortController();
    stop.current = asked;
    setDone(0);
    try {
      const made: Record<string, Uint8Array> = {};
      for (const { name, address } of files) {
        made[name] = new Uint8Array(await (await fetchedFile(address, asked.signal)).arrayBuffer());
        setDone(Object.keys(made).length);
      }
      const { zip } = await import('fflate');
      // Most forms are packed already: to pack them harder would take long and win little.
      const archive = await new Promise<Uint8Array>((resolve, reject) =>
        zip(made, { level: 1 }, (error, bytes) => (error ? reject(error) : resolve(bytes))),
      );
      if (!asked.signal.aborted)
        saveFile(new Blob([archive as BlobPart], { type: 'application/zip' }), fileName(chart.title, 'zip'));
    } catch (error) {
      say(asked.signal.aborted ? words.deliver.bundleStopped : words.deliver.failed((error as Error).message));
    }
    setDone(null);
  };
  return (
    <section aria-label={words.deliver.bundle} className="pt-4">
      <h3 className="font-semibold">{words.deliver.bundle}</h3>
      <p className="text-[13px] text-quiet">{words.deliver.bundleAbout}</p>
      <fieldset className="grid grid-cols-4 gap-x-2">
        <legend className="pb-1 text-[13px] text-quiet">{words.deliver.bundleForms}</legend>
        {BUNDLE_FORMS.map((form) => (
          <Tick
            key={form}
            label={words.deliver.bundleNames[form]}
            value={forms.includes(form)}
            onChange={(on) => setForms(on ? [...forms, form] : forms.filter((one) => one !== form))}
          />
        ))}
      </fieldset>
      {kind.draws.tree && (
        <Choices
          legend={words.deliver.bundleParts}
          value={parts}
          options={BUNDLE_PARTS.filter((value) => value !== 'views' || hasViews).map((value) => ({
            value,
            label: words.deliver.bundlePartNames[value],
          }))}
          onChoose={setParts}
        />
      )}
      <div className="flex items-center gap-3 pt-1">
        {done === null ? (
          <Button tone="strong" disabled={files.length === 0} onClick={() => void make()}>
            {files.length === 0 ? words.deliver.bundleNone : words.deliver.bundleMake(files.length)}
          </Button>
        ) : (
          <>
            <progress
              className="h-2 flex-1 accent-plum"
              max={files.length}
              value={done}
              aria-label={words.deliver.bundle}
            />
            <span role="status" className="text-[13px]">
              {words.deliver.bundleDone(done, files.length)}
            </span>
            <Button onClick={() => stop.current?.abort()}>{words.deliver.bundleStop}</Button>
          </>
        )}
      </div>
    </section>
  );
}
