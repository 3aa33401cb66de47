/** One look for each tier: house style, then what is set on the tier, then exceptions. */
import { useEffect, useRef } from 'react';
import { asOne, type Change } from '../../../core/chart';
import { tierLooks } from '../../../core/compose';
import { edgeKey } from '../../../core/scene';
import { houseFor } from '../../../core/style';
import { Button } from '../../shared/controls';
import { Explain } from '../../shared/Explain';
import { kindFor } from '../../shared/fields';
import { edgeOf } from '../line-by-hand';
import { change, openTier, tryOut, useEditor } from '../state/store';
import { words } from '../words';
import { FaceForm } from './FaceForm';
import { LookForm } from './LookForm';
import { Enclosures } from './style/Enclosures';
import { Exception, Exceptions } from './style/Exceptions';
import { Houses } from './style/Houses';
import { OneLine, OwnLines, RoleLines } from './style/Lines';
import { Notes } from './style/Notes';
import { OwnStyles } from './style/OwnStyles';
import { ItemPicture, PicturesForm } from './style/Pictures';
import { Rules } from './style/Rules';
import { Swatch } from './style/Swatch';
import { Why } from './style/Why';
import { useAtTop } from './useAtTop';

export function StyleStage() {
  const chart = useEditor((state) => state.chart);
  const tiers = useEditor((state) => state.composition?.tiers) ?? [];
  const open = useEditor((state) => state.openTier);
  const selected = useEditor((state) => state.selected);
  const item = selected === null ? undefined : chart.items[selected];
  const edge = useEditor((state) => edgeOf(state.composition?.scene, state.edge));
  const scroll = useAtTop(selected ?? (edge ? edgeKey(edge) : null));
  return (
    <div ref={scroll} className="relative flex min-h-0 flex-1 flex-col overflow-auto pb-6">
      <div className="sticky top-0 z-10 border-b border-rule bg-sheet px-3.5 pt-3 pb-1.5">
        <h2 className="text-lg">{words.stages.style}</h2>
        <nav aria-label={words.style.parts} className="-mx-1 flex flex-wrap">
          {PARTS.map((part) => (
            <PartButton key={part} part={part} label={words.style.partOf[part]} />
          ))}
        </nav>
      </div>
      {/* What is selected comes first: its controls are where one looks. */}
      {edge && <OneLine edge={edge} />}
      {item && (
        <div className="border-b border-rule pb-3">
          <Exception key={item.id} item={item} />
          <ItemPicture item={item} />
          <OwnLines item={item} />
          <Why item={item} />
        </div>
      )}
      <div {...place('houses')}>
        <h3 className="px-3.5 pt-2 pb-1.5 text-[13px] text-quiet">{words.style.houses}</h3>
        <Houses chart={chart} />
        <OwnStyles chart={chart} />
      </div>
      <details className="pt-3">
        <summary className="rounded px-3.5 py-0.5 text-[13px] text-quiet">{words.face.open}</summary>
        <FaceForm />
      </details>
      <details className="pt-1">
        <summary className="rounded px-3.5 py-0.5 text-[13px] text-quiet">{words.pictures.title}</summary>
        <PicturesForm />
      </details>
      <div {...place('tiers')}>
        <h3 className="px-3.5 pt-3 pb-1 text-[13px] text-quiet">
          {words.style.tiers}
          <Explain of={words.style.tiers} about={words.style.tierAbout} />
        </h3>
        {tiers.length === 0 && (
          <p className="px-3.5 text-quiet">
            {Object.keys(chart.items).length > 0 ? words.style.noneOfCounts : words.style.none}{' '}
            <Button tone="quiet" onClick={() => useEditor.setState({ help: 'guide' })}>
              {words.guide.more}
            </Button>
          </p>
        )}
        {tiers.map(({ tier, name }) => (
          <Tier key={tier} tier={tier} last={tiers.at(-1)!.tier} name={name} open={open === tier} />
        ))}
        <RoleLines />
      </div>
      <div {...place('rules')}>
        <Rules />
      </div>
      <div {...place('enclosures')}>
        <Enclosures />
      </div>
      <div {...place('notes')}>
        <Notes />
      </div>
      <Exceptions />
    </div>
  );
}

const PARTS = ['houses', 'tiers', 'rules', 'enclosures', 'notes'] as const;
type StylePart = (typeof PARTS)[number];

/** Where a part of the panel begins, below the strip that stays. */
const place = (part: StylePart) => ({ id: `style-${part}`, tabIndex: -1, className: 'scroll-mt-20 outline-none' });

function PartButton({ part, label }: { part: StylePart; label: string }) {
  return (
    <button
      type="button"
      className="max-w-[150px] truncate rounded px-1 py-0.5 text-xs underline decoration-rule underline-offset-2 hover:bg-tint"
      onClick={() => {
        const element = document.getElementById(`style-${part}`);
        element?.scrollIntoView({ block: 'start' });
        element?.focus({ preventScroll: true });
      }}
    >
      {label}
    </button>
  );
}

/** The look in a few words, as it differs from tier to tier. */
const inWords = (look: ReturnType<ReturnType<typeof tierLooks>>) =>
  `${words.style.shapes[look.shape]} · ${look.size} pt · ${words.style.lines[look.line].toLowerCase()}`;

function Tier({ tier, last, name, open }: { tier: number; last: number; name: string; open: boolean }) {
  const chart = useEditor((state) => state.chart);
  const settings = chart.tiers[String(tier)];
  const look = tierLooks(kindFor(chart.kind), chart, houseFor(chart))(tier);
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (open) ref.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  return (
    <div ref={ref} className={`scroll-mt-20 ${open ? 'bg-tint' : ''}`}>
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
          {settings?.look && tier < last && (
            <div className="px-3.5 pb-2">
              <Button
                onClick={() => {
                  const { look: own } = settings;
                  const below = Array.from({ length: last - tier }, (_, i) => tier + 1 + i);
                  change(asOne(below.map((one): Change => ({ type: 'set-tier', tier: one, look: own }))));
                }}
              >
                {words.style.downFrom}
              </Button>
            </div>
          )}
          <FaceForm tier={tier} />
        </>
      )}
    </div>
  );
}
