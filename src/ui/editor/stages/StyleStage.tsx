/** One look for each tier: house style, then what is set on the tier, then exceptions. */
import { useEffect, useRef } from 'react';
import type { Item, LookPatch } from '../../../core/chart';
import { houseOf, itemLook, tierLook } from '../../../core/style';
import { Button } from '../../shared/controls';
import { kindFor } from '../../shared/fields';
import { change, openTier, select, tryOut, useEditor } from '../state/store';
import { words } from '../words';
import { FaceForm } from './FaceForm';
import { LookForm } from './LookForm';
import { Houses } from './style/Houses';
import { Swatch } from './style/Swatch';

export function StyleStage() {
  const chart = useEditor((state) => state.chart);
  const tiers = useEditor((state) => state.composition?.tiers) ?? [];
  const open = useEditor((state) => state.openTier);
  const selected = useEditor((state) => state.selected);
  const item = selected === null ? undefined : chart.items[selected];
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto pt-3 pb-6">
      <h2 className="px-3.5 text-lg">{words.stages.style}</h2>
      <h3 className="px-3.5 pt-1 pb-1.5 text-[13px] text-quiet">{words.style.houses}</h3>
      <Houses house={chart.house} />
      <details className="pt-3">
        <summary className="rounded px-3.5 py-0.5 text-[13px] text-quiet">{words.face.open}</summary>
        <FaceForm />
      </details>
      <h3 className="px-3.5 pt-3 pb-1 text-[13px] text-quiet">{words.style.tiers}</h3>
      {tiers.length === 0 && <p className="px-3.5 text-quiet">{words.style.none}</p>}
      {tiers.map(({ tier, name }) => (
        <Tier key={tier} tier={tier} name={name} open={open === tier} />
      ))}
      {item && <Exception key={item.id} item={item} />}
      <Exceptions />
    </div>
  );
}

/** The look in a few words, as it differs from tier to tier. */
const inWords = (look: ReturnType<typeof tierLook>) =>
  `${words.style.shapes[look.shape]} · ${look.size} pt · ${words.style.lines[look.line].toLowerCase()}`;

function Tier({ tier, name, open }: { tier: number; name: string; open: boolean }) {
  const chart = useEditor((state) => state.chart);
  const settings = chart.tiers[String(tier)];
  const look = tierLook(chart, houseOf(chart.house), tier, kindFor(chart.kind).look);
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (open) ref.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  return (
    <div ref={ref} className={open ? 'bg-tint' : ''}>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => openTier(open ? null : tier)}
        className="flex w-full items-center gap-2.5 px-3.5 py-1.5 text-left hover:bg-tint"
      >
        <Swatch look={look} name={name} />
        <span className="min-w-0">
          <span className="block truncate font-semibold">{name}</span>
          <span className="block truncate text-xs text-quiet">{inWords(look)}</span>
        </span>
      </button>
      {open && (
        <>
          <LookForm
            look={look}
            name={{
              value: settings?.name ?? '',
              placeholder: name,
              onChange: (value) => change({ type: 'set-tier', tier, name: value || null }, `tier ${tier} name`),
            }}
            onPatch={(patch) =>
              change({ type: 'set-tier', tier, look: patch }, `tier ${tier} ${Object.keys(patch).join()}`)
            }
            onTry={(patch) => tryOut(patch && { type: 'set-tier', tier, look: patch })}
            onBack={
              settings?.look &&
              (() =>
                change({
                  type: 'set-tier',
                  tier,
                  look: Object.fromEntries(Object.keys(settings.look!).map((key) => [key, null])),
                }))
            }
          />
          <FaceForm tier={tier} />
        </>
      )}
    </div>
  );
}

/** A look for the selected item alone. */
function Exception({ item }: { item: Item }) {
  const chart = useEditor((state) => state.chart);
  const tier = useEditor((state) => state.composition?.scene.items.find(({ id }) => id === item.id)?.tier ?? 1);
  const look = itemLook(tierLook(chart, houseOf(chart.house), tier, kindFor(chart.kind).look), undefined, item);
  const set = (patch: LookPatch) => ({ type: 'set-item' as const, id: item.id, style: { ...item.style, ...patch } });
  return (
    <details className="mx-3.5 mt-4 rounded border border-rule" open={item.style !== undefined || undefined}>
      <summary className="rounded px-2.5 py-1.5 text-[13px]">
        {words.style.exceptionFor(item.fields['name'] || words.list.line(0))}
      </summary>
      <p className="px-2.5 text-xs text-quiet">{words.style.exceptionAbout}</p>
      <LookForm
        look={look}
        ownOnly
        onPatch={(patch) => change(set(patch), `exception ${item.id}`)}
        onTry={(patch) => tryOut(patch && set(patch))}
        onBack={item.style && (() => change({ type: 'set-item', id: item.id, style: null }))}
      />
    </details>
  );
}

function Exceptions() {
  const items = useEditor((state) => state.chart.items);
  const kept = Object.values(items).filter((item) => item.style !== undefined);
  if (kept.length === 0) return null;
  const clear = (item: Item) => ({ type: 'set-item' as const, id: item.id, style: null });
  return (
    <div className="mx-3.5 mt-4 border-t border-rule pt-2 text-[13px]">
      <p className="flex items-center justify-between text-quiet">
        {words.style.exceptions(kept.length)}
        {kept.length > 1 && (
          <Button tone="quiet" onClick={() => change({ type: 'group', changes: kept.map(clear) })}>
            {words.style.clearAll}
          </Button>
        )}
      </p>
      <ul>
        {kept.map((item) => (
          <li key={item.id} className="flex items-center justify-between">
            <button type="button" className="truncate rounded font-semibold" onClick={() => select(item.id)}>
              {item.fields['name'] || item.fields['post']}
            </button>
            <Button tone="quiet" onClick={() => change(clear(item))}>
              {words.style.clear}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
