/** A worksheet made of the chart: what is left blank is chosen on the left, its pages are on the right. */
import { useEffect, useId, useMemo, useState } from 'react';
import { type Chart, setsOf } from '../../../core/chart';
import { onlyPart } from '../../../core/only';
import { type Worksheet, type WorksheetVersion, WRITE_WHERE } from '../../../core/worksheet';
import { WORKSHEET_LIMITS } from '../../../core/worksheet/asked';
import { composeWorker } from '../../shared/composer';
import { Button, Choices, NumberField, Row, Tick } from '../../shared/controls';
import { Dialog } from '../../shared/Dialog';
import { kindFor } from '../../shared/fields';
import { deliverMade, ofPart, type Part } from '../deliver';
import { useEditor, useSelection } from '../state/store';
import { words } from '../words';
import { askedOf, type Settings, settings0 } from './asked';
import { Fill } from './Fill';
import { SheetView } from './SheetView';

/** Until choosing has paused so long, in milliseconds. */
const PAUSE = 150;
type Made = { readonly worksheet: Worksheet } | { readonly failed: string };

/** The worksheet as it is asked for now, drawn a moment after the last choice. */
function useMade(
  chart: Chart,
  settings: Settings,
  selection: readonly string[],
): { made: Made | null; waiting: boolean } {
  const [made, setMade] = useState<Made | null>(null);
  const [waiting, setWaiting] = useState(true);
  useEffect(() => {
    let isCurrent = true;
    setWaiting(true);
    const take = (next: Made) => {
      if (!isCurrent) return;
      setMade(next);
      setWaiting(false);
    };
    const timer = setTimeout(() => {
      const { carried: _, ...drawn } = chart;
      composeWorker()
        .worksheet(drawn, askedOf(settings, selection))
        .then(
          (worksheet) => take({ worksheet }),
          (error: Error) => take({ failed: error.message }),
        );
    }, PAUSE);
    return () => {
      isCurrent = false;
      clearTimeout(timer);
    };
  }, [chart, settings, selection]);
  return { made, waiting };
}

/** Tiers of what is shown: those of a branch by itself are others. */
function tiersOf(chart: Chart): { tier: number; name: string; count: number }[] {
  const kind = kindFor(chart.kind);
  const structure = kind.structure(chart);
  return Array.from({ length: structure.tiers }, (_, i) => ({
    tier: i + 1,
    name: chart.tiers[String(i + 1)]?.name || kind.tierName(chart, structure, i + 1),
    count: structure.order.filter((id) => structure.tierOf.get(id) === i + 1).length,
  }));
}

export function WorksheetDialog({ part, onClose }: { part: Part; onClose: () => void }) {
  const scene = useEditor((state) => state.composition?.scene);
  const whole = useEditor((state) => state.chart);
  const chart = useMemo(() => onlyPart(kindFor(whole.kind), whole, part), [whole, part]);
  const selection = useSelection();
  const bands = useMemo(() => tiersOf(chart), [chart]);
  const hasSets = setsOf(chart).length > 0;
  const worded = scene?.edges.some(({ label }) => label !== '') ?? false;
  const [settings, setSettings] = useState(() => settings0({ worded, tiers: bands.length, sets: hasSets }));
  const set = (some: Partial<Settings>) => setSettings((before) => ({ ...before, ...some }));
  const { made, waiting } = useMade(chart, settings, selection);
  const [filling, setFilling] = useState<WorksheetVersion | null>(null);
  const [answers, setAnswers] = useState(true);
  const [busy, setBusy] = useState<string | null>(null);
  const count = useId();
  const worksheet = made && 'worksheet' in made ? made.worksheet : undefined;
  const versions = worksheet?.versions ?? [];
  const save = async (name: string, as: 'pdf' | 'docx', fields = false) => {
    setBusy(name);
    const { write, ...asked } = askedOf(settings, selection);
    // Where hands find room is for paper; what is typed stands in the text of a document.
    const body = { ...asked, ...(write !== 'auto' && { write }), answers, fields };
    await deliverMade(ofPart(`worksheet?as=${as}&save=1`, part), body);
    setBusy(null);
  };
  const button = (name: string, as: 'pdf' | 'docx', fields = false) => (
    <Button tone="strong" disabled={busy !== null || versions.length === 0} onClick={() => void save(name, as, fields)}>
      {busy === name ? '...' : name}
    </Button>
  );
  const lineWords = kindFor(chart.kind).words.onLines ?? words.worksheet.links;
  return (
    <Dialog title={words.worksheet.title} onClose={onClose} wide>
      {filling ? (
        <Fill version={filling} onBack={() => setFilling(null)} />
      ) : (
        <div className="flex min-h-0 flex-1">
          <section
            aria-label={words.worksheet.settings}
            className="flex w-[330px] flex-none flex-col border-r border-rule"
          >
            <div className="min-h-0 flex-1 overflow-auto px-5 py-3">
              <fieldset>
                <legend className="font-semibold">{words.worksheet.blank}</legend>
                {bands.map(({ tier, name, count }) => (
                  <Tick
                    key={tier}
                    label={words.worksheet.tier(name, count)}
                    value={settings.tiers.includes(tier)}
                    onChange={(on) =>
                      set({ tiers: on ? [...settings.tiers, tier] : settings.tiers.filter((one) => one !== tier) })
                    }
                  />
                ))}
                {selection.length > 0 && (
                  <Tick
                    label={words.worksheet.selected(selection.length)}
                    value={settings.selected}
                    onChange={(selected) => set({ selected })}
                  />
                )}
                {worded && <Tick label={lineWords} value={settings.links} onChange={(links) => set({ links })} />}
                {hasSets && (
                  <Tick label={words.worksheet.sets} value={settings.sets} onChange={(sets) => set({ sets })} />
                )}
              </fieldset>
              <Choices
                legend={words.worksheet.many}
                value={settings.count === null ? 'all' : 'some'}
                options={[
                  { value: 'all', label: words.worksheet.all },
                  { value: 'some', label: words.worksheet.some },
                ]}
                onChoose={(value) => set({ count: value === 'all' ? null : 5 })}
              />
              {settings.count !== null && (
                <>
                  <Row label={words.worksheet.count}>
                    {(id) => (
                      <NumberField
                        id={id}
                        value={settings.count!}
                        least={1}
                        most={60}
                        unit=""
                        onChange={(value) => set({ count: Math.round(value) })}
                      />
                    )}
                  </Row>
                  <Button onClick={() => set({ seed: settings.seed + 1 })}>{words.worksheet.again}</Button>
                </>
              )}
              <Tick label={words.worksheet.bank} value={settings.bank} onChange={(bank) => set({ bank })} />
              {settings.bank && (
                <label className="block text-[13px] text-quiet">
                  {words.worksheet.decoys}
                  <textarea
                    dir="auto"
                    rows={3}
                    maxLength={4_000}
                    className="field mt-1 h-auto w-full py-1 text-[13px] text-ink"
                    value={settings.decoys}
                    onChange={(event) => set({ decoys: event.target.value })}
                  />
                </label>
              )}
              <Row label={words.worksheet.versions}>
                {(id) => (
                  <NumberField
                    id={id}
                    value={settings.versions}
                    least={1}
                    most={WORKSHEET_LIMITS.versions}
                    unit=""
                    onChange={(value) => set({ versions: Math.round(value) })}
                  />
                )}
              </Row>
              <Choices
                legend={words.worksheet.write}
                value={settings.write}
                options={WRITE_WHERE.map((value) => ({ value, label: words.worksheet.writes[value] }))}
                onChoose={(write) => set({ write })}
              />
            </div>
            <footer className="flex-none border-t border-rule px-5 py-3">
              <p id={count} role="status" className="text-[13px]">
                {worksheet &&
                  (versions[0] ? words.worksheet.blanks(versions[0].blanks.length) : words.worksheet.nothing)}
                {made && 'failed' in made && words.worksheet.failed(made.failed)}
              </p>
              <div className="flex flex-wrap gap-2 pt-2">
                {button(words.worksheet.pdf, 'pdf')}
                {button(words.worksheet.fields, 'pdf', true)}
                {button(words.worksheet.docx, 'docx')}
              </div>
              <Tick label={words.worksheet.withAnswers} value={answers} onChange={setAnswers} />
              <Button disabled={versions.length === 0 || waiting} onClick={() => setFilling(versions[0]!)}>
                {words.worksheet.fill}
              </Button>
            </footer>
          </section>
          <div
            aria-busy={waiting}
            // biome-ignore lint/a11y/noNoninteractiveTabindex: what can be scrolled must be reached by keys (WCAG 2.1.1)
            tabIndex={0}
            role="region"
            aria-label={words.worksheet.title}
            className={`min-h-0 flex-1 overflow-auto bg-rule/40 p-4 ${waiting ? 'opacity-60' : ''}`}
          >
            {!made && <p className="text-quiet">{words.worksheet.composing}</p>}
            {versions.map(({ name, sheets, key }) => (
              <div key={name}>
                {versions.length > 1 && <h3 className="pb-1 font-semibold">{words.worksheet.version(name)}</h3>}
                {sheets.map((sheet, at) => (
                  <SheetView
                    // biome-ignore lint/suspicious/noArrayIndexKey: pages are known by their place
                    key={at}
                    sheet={sheet}
                    label={words.worksheet.page(at + 1, sheets.length)}
                  />
                ))}
                {answers &&
                  key.map((sheet, at) => (
                    <SheetView
                      // biome-ignore lint/suspicious/noArrayIndexKey: pages are known by their place
                      key={at}
                      sheet={sheet}
                      label={words.worksheet.answersOf(name, versions.length > 1)}
                    />
                  ))}
              </div>
            ))}
          </div>
        </div>
      )}
    </Dialog>
  );
}
