import type { Look } from '../../../../core/chart';
import { dashOf, outlines } from '../../../../core/scene';

const SIZE = { width: 84, height: 32 };

/** A tier's box in small, with its name. */
export function Swatch({ look, name }: { look: Look; name: string }) {
  const edge = Math.min(3, look.edgeWidth);
  const [outer, ...inner] = outlines(look.shape, {
    x: edge / 2,
    y: edge / 2,
    width: SIZE.width - edge,
    height: SIZE.height - edge,
  });
  const stroke = {
    stroke: look.edge,
    strokeWidth: edge,
    strokeDasharray: dashOf(look.edgeDash, edge)?.join(' '),
  };
  return (
    <span className="relative flex h-8 w-[84px] flex-none items-center justify-center">
      <svg className="absolute inset-0" width={SIZE.width} height={SIZE.height} aria-hidden>
        <path d={outer} fill={look.fill} fillOpacity={look.opacity} {...stroke} />
        {inner.map((d) => (
          <path key={d} d={d} fill="none" {...stroke} />
        ))}
      </svg>
      <span className="relative max-w-[64px] truncate text-xs" style={{ color: look.ink, fontWeight: look.weight }}>
        {name}
      </span>
    </span>
  );
}
