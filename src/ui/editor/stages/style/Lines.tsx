/** Looks of lines: of all of a role, and of one alone. */
import type { Chart, Item, LineByHand, LineLook, Look } from '../../../../core/chart';
import { tierLooks } from '../../../../core/compose';
import type { SceneEdge } from '../../../../core/scene';
import { houseFor } from '../../../../core/style';
import { Fold } from '../../../shared/Fold';
import { itemName, kindFor, roleName } from '../../../shared/fields';
import { edgeName, lineOf, setLine } from '../../line-by-hand';
import { change, useEditor } from '../../state/store';
import { words } from '../../words';
import type { Part } from './LookField';
import { LookParts } from './LookParts';

const PARTS: readonly Part[] = ['lineColour', 'lineWidth', 'lineDash', 'lineEnd', 'lineStart', 'lineGap'];

const lookOf = (chart: Chart): Look => tierLooks(kindFor(chart.kind), chart, houseFor(chart))(1);
const some = (look: LineLook): LineLook | null => (Object.keys(look).length > 0 ? look : null);

export function RoleLines() {
  const chart = useEditor((state) => state.chart);
  const { roles } = kindFor(chart.kind).draws;
  if (roles.length === 0) return null;
  return (
    <details className="px-3.5 pt-2">
      <summary className="rounded text-[13px] text-quiet">{words.lines.title}</summary>
      <p className="pt-0.5 text-xs text-quiet">{words.lines.about}</p>
      {roles.map((role) => (
        <fieldset key={role} className="pt-1.5">
          <legend className="text-[13px] font-semibold">{roleName(role)}</legend>
          <LookParts
            parts={PARTS}
            patch={chart.roles?.[role] ?? {}}
            look={lookOf(chart)}
            onChange={(look) => change({ type: 'set-role', role, look: some(look as LineLook) }, `role ${role}`)}
          />
        </fieldset>
      ))}
    </details>
  );
}

/** What is set by hand on a line with another look of its own; null where nothing is left. */
function withLook(line: LineByHand | undefined, look: LineLook | null): LineByHand | null {
  const { look: _, ...rest } = line ?? {};
  const next = look ? { ...rest, look } : rest;
  return Object.keys(next).length > 0 ? next : null;
}

/** The lines of an item that can have a look of their own: the one to it, and those of its links. */
export function OwnLines({ item }: { item: Item }) {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  const links = Object.values(chart.links).filter(
    ({ from, to, role }) => (from === item.id || to === item.id) && kind.draws.links?.includes(role),
  );
  if (item.parent === null && links.length === 0) return null;
  const name = (id: string) => itemName(chart, id);
  return (
    <Fold name="own lines" title={words.lines.own(name(item.id))} className="mx-3.5 mt-2 rounded border border-rule">
      <div className="px-2.5 pb-2">
        {item.parent !== null && (
          <fieldset>
            <legend className="text-[13px] text-quiet">{words.lines.from(name(item.parent))}</legend>
            <LookParts
              parts={PARTS}
              patch={item.line?.look ?? {}}
              look={lookOf(chart)}
              onChange={(look) =>
                change(
                  { type: 'set-item', id: item.id, line: withLook(item.line, some(look as LineLook)) },
                  `line ${item.id}`,
                )
              }
            />
          </fieldset>
        )}
        {links.map((link) => (
          <fieldset key={link.id} className="pt-1.5">
            <legend className="text-[13px] text-quiet">
              {words.lines.link(roleName(link.role), name(link.from === item.id ? link.to : link.from))}
            </legend>
            <LookParts
              parts={PARTS}
              patch={link.line?.look ?? {}}
              look={lookOf(chart)}
              onChange={(look) => {
                const { line: before, ...rest } = link;
                const line = withLook(before, some(look as LineLook));
                change({ type: 'set-links', put: [line ? { ...rest, line } : rest], remove: [] }, `line ${link.id}`);
              }}
            />
          </fieldset>
        ))}
      </div>
    </Fold>
  );
}

/** The look of the selected line of the picture alone. */
export function OneLine({ edge }: { edge: SceneEdge }) {
  const chart = useEditor((state) => state.chart);
  return (
    <section aria-label={words.lines.title} className="mx-3.5 mt-2 rounded border border-plum px-2.5 pt-1.5 pb-2">
      <h3 className="text-[13px] font-semibold">
        {roleName(edge.role)} {edgeName(chart, edge)}
      </h3>
      <LookParts
        parts={PARTS}
        patch={lineOf(chart, edge).look ?? {}}
        look={lookOf(chart)}
        onChange={(look) => setLine(edge, { look: some(look as LineLook) ?? undefined })}
      />
    </section>
  );
}
