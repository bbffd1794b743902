type Props = {
  values: (number | null)[];
  top: number;
  width: number;
  height: number;
  muted?: boolean;
  line?: number | null;
};

/** A small force curve on a given force axis. */
export function Sparkline({ values, top, width, height, muted, line }: Props) {
  const y = (force: number) => height - 3 - (Math.max(force, 0) / (top || 1)) * (height - 8);
  const step = width / Math.max(values.length - 1, 1);
  const path = values.map((v, i) => `${i === 0 ? "M" : "L"}${(i * step).toFixed(1)} ${y(v ?? 0).toFixed(1)}`).join("");
  return (
    <svg width={width} height={height} aria-hidden="true">
      {line != null && (
        <line x1={0} x2={width} y1={y(line)} y2={y(line)} className="stroke-edge" strokeDasharray="2 3" />
      )}
      <path
        d={path}
        fill="none"
        strokeWidth={1.5}
        strokeLinejoin="round"
        className={muted ? "stroke-soft" : "stroke-measured"}
      />
    </svg>
  );
}
