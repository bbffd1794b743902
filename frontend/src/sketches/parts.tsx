import type { ReactNode } from "react";

export type Part = {
  part: "bar" | "eye" | "pin" | "jaw" | "plate" | "substrate" | "stitching" | "thread";
  x: number;
  y: number;
  w: number;
  h: number;
  angle?: number;
};

const THIN = { strokeWidth: 1.3, strokeLinecap: "round" as const };
const FIRM = { strokeWidth: 2.4, strokeLinejoin: "round" as const };
const every = (length: number, step: number) =>
  Array.from({ length: Math.max(Math.floor(length / step), 1) }, (_, i) => i * step);

/** The small kit that every item is drawn from; each fills its box. */
const DRAW: Record<Part["part"], (p: Part) => ReactNode> = {
  bar: ({ x, y, w, h }) => (
    <rect x={x} y={y} width={w} height={h} rx={Math.min(w, h) / 2} className="fill-sheet" {...FIRM} />
  ),
  eye: ({ x, y, w, h }) => <rect x={x} y={y} width={w} height={h} rx={Math.min(w, h) / 2} {...FIRM} strokeWidth={3} />,
  pin: ({ x, y, w, h }) => (
    <ellipse cx={x + w / 2} cy={y + h / 2} rx={w / 2} ry={h / 2} className="fill-sheet" {...THIN} />
  ),
  jaw: ({ x, y, w, h }) => (
    <>
      <rect x={x} y={y} width={w} height={h} className="fill-wash" {...THIN} />
      <path
        d={every(h - 6, 6)
          .map((dy) => `M${x + 4} ${y + 5 + dy}h${w - 8}`)
          .join("")}
        {...THIN}
        strokeWidth={0.9}
      />
    </>
  ),
  plate: ({ x, y, w, h }) => (
    <rect x={x} y={y} width={w} height={h} rx={1.5} className="fill-sheet" {...FIRM} strokeWidth={1.8} />
  ),
  substrate: ({ x, y, w, h }) => (
    <>
      <rect x={x} y={y} width={w} height={h} className="fill-wash" {...THIN} strokeDasharray="4 3" />
      <path
        d={every(w - 20, 34)
          .map((dx, i) => `M${x + 12 + dx} ${y + 10 + ((i * 17) % Math.max(h - 20, 1))}l7 -4m3 8l5 -3`)
          .join("")}
        {...THIN}
        strokeWidth={0.9}
      />
    </>
  ),
  stitching: ({ x, y, w, h }) => (
    <path
      d={every(w, 6)
        .map((dx) => `M${x + dx} ${y}l4 ${h}`)
        .join("")}
      {...THIN}
      strokeDasharray="2.500 1.500"
    />
  ),
  thread: ({ x, y, w, h }) =>
    h >= w ? (
      <path
        d={every(h, 4)
          .map((dy) => `M${x} ${y + dy}l${w} 3`)
          .join("")}
        {...THIN}
      />
    ) : (
      <path
        d={every(w, 4)
          .map((dx) => `M${x + dx} ${y}l3 ${h}`)
          .join("")}
        {...THIN}
      />
    ),
};

export const PART_KINDS = Object.keys(DRAW) as Part["part"][];

/** An item drawn from its parts, in the order in which they lie over each other. */
export function Parts({ parts }: { parts: Part[] }) {
  return (
    <g className="stroke-ink fill-none">
      {parts.map((part, i) => (
        <g
          key={i}
          transform={part.angle ? `rotate(${part.angle} ${part.x + part.w / 2} ${part.y + part.h / 2})` : undefined}
        >
          {DRAW[part.part](part)}
        </g>
      ))}
    </g>
  );
}
