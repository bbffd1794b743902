import { useWidth } from "./useWidth";

export type DayItem = {
  kind: string;
  label: string;
  lane: string;
  from: number;
  to: number;
  day: number;
  at: string;
  until: string;
};

const ROW = 26;
const HEAD = 20;
const LANE_LABEL = 116;
const NARROW = 620;

/** The day as a strip: what runs overnight, the check, the set-up, and each pull in its place. */
export function DayStrip({ items, now }: { items: DayItem[]; now?: number }) {
  const [ref, width] = useWidth<HTMLDivElement>(1000);
  const lanes = [...new Set(items.map((item) => item.lane))];
  const from = Math.floor(Math.min(...items.map((i) => i.from)) / 60) * 60;
  const to = Math.ceil(Math.max(...items.map((i) => i.to)) / 60) * 60;
  const left = width < NARROW ? 0 : LANE_LABEL;
  const x = (minute: number) => left + ((minute - from) / (to - from || 1)) * (width - left - 2);
  const height = HEAD + lanes.length * (ROW + (left ? 0 : 14));
  const top = (lane: string) => HEAD + lanes.indexOf(lane) * (ROW + (left ? 0 : 14)) + (left ? 0 : 13);
  return (
    <div ref={ref} className="mt-2 min-w-0">
      <svg width={width} height={height} role="img" aria-label={items.map(told).join("; ")}>
        {hours(from, to, (width - left) / 64).map((minute) => (
          <g key={minute}>
            <line x1={x(minute)} x2={x(minute)} y1={HEAD - 4} y2={height} className="stroke-line" />
            <text
              x={x(minute)}
              y={11}
              className="num fill-soft"
              fontSize={10.5}
              textAnchor={minute >= to ? "end" : minute <= from ? "start" : "middle"}
            >
              {clock(minute)}
            </text>
          </g>
        ))}
        {lanes.map((lane) => (
          <text key={lane} x={0} y={left ? top(lane) + 15 : top(lane) - 2} className="fill-soft" fontSize={11.5}>
            {lane}
          </text>
        ))}
        {now !== undefined && now >= from && now <= to && (
          <line x1={x(now)} x2={x(now)} y1={HEAD - 6} y2={height} className="stroke-signal" strokeWidth={1.8} />
        )}
        {items.map((item, i) => (
          <Block
            key={`${i}-${item.label}`}
            item={item}
            x={x(item.from)}
            y={top(item.lane)}
            width={x(item.to) - x(item.from)}
          />
        ))}
      </svg>
    </div>
  );
}

function Block({ item, x, y, width }: { item: DayItem; x: number; y: number; width: number }) {
  const pull = item.kind === "pull";
  const label = pull ? item.label : item.label || item.kind;
  const fits = label.length * 6.6 + 6 <= width;
  return (
    <g>
      <title>{told(item)}</title>
      {item.kind === "conditioning" && (
        <pattern id={`soak-${Math.round(x)}`} width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" className="stroke-line" strokeWidth={1} />
        </pattern>
      )}
      <rect
        x={x + 0.5}
        y={y + 1}
        width={Math.max(2, width - 2)}
        height={ROW - 6}
        className={pull ? "fill-measured stroke-measured" : "stroke-ink"}
        fill={item.kind === "conditioning" ? `url(#soak-${Math.round(x)})` : "var(--sheet)"}
      />
      {fits && (
        <text
          x={pull ? x + width / 2 : x + 6}
          y={y + 15}
          textAnchor={pull ? "middle" : "start"}
          fontSize={11.5}
          className={pull ? "num fill-sheet" : "fill-ink"}
        >
          {label}
        </text>
      )}
    </g>
  );
}

const clock = (minute: number) => {
  const within = ((minute % 1440) + 1440) % 1440;
  return `${String(Math.floor(within / 60)).padStart(2, "0")}:${String(within % 60).padStart(2, "0")}`;
};
const told = (item: DayItem) => `${item.at} to ${item.until}, ${item.lane}: ${item.kind} ${item.label}`;

function hours(from: number, to: number, most: number): number[] {
  const step = [60, 120, 180, 240, 360, 720, 1440].find((s) => (to - from) / s <= most) ?? 2880;
  const marks: number[] = [];
  for (let minute = from; minute <= to; minute += step) marks.push(minute);
  return marks;
}
