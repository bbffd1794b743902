const WIDTH = 150;
const HEIGHT = 96;
const rad = (degrees: number) => (degrees * Math.PI) / 180;

type Angle = { degrees: number; label: string };

/** A redirect: the rope turns at an anchor, by the angle between its two parts. */
export function RedirectDrawing({ degrees, label }: Angle) {
  const [x, y, long] = [22, HEIGHT / 2, 92];
  const half = rad(degrees / 2);
  const [dx, dy] = [long * Math.cos(half), Math.min(long * Math.sin(half), HEIGHT / 2 - 8)];
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={label} className="text-ink">
      <path d={`M2 ${y - 14}v28M2 ${y}H${x - 8}`} stroke="currentColor" strokeWidth={2.4} />
      <g className="text-measured" stroke="currentColor" strokeWidth={2}>
        <line x1={x} y1={y} x2={x + dx} y2={y - dy} />
        <line x1={x} y1={y} x2={x + dx} y2={y + dy} />
      </g>
      <circle cx={x} cy={y} r={8} className="fill-sheet" stroke="currentColor" strokeWidth={1.6} />
      <text x={x + 34} y={y + 4} fontSize={12} className="num fill-soft">
        {degrees}°
      </text>
    </svg>
  );
}

/** A line between two anchors pulled sideways: the flatter, the harder it pulls. */
export function SidewaysDrawing({ degrees, label }: Angle) {
  const sag = Math.min(Math.tan(rad(degrees)) * (WIDTH / 2 - 12), HEIGHT - 44);
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={label} className="text-ink">
      <path d={`M12 8v20M${WIDTH - 12} 8v20`} stroke="currentColor" strokeWidth={2.4} />
      <path d={`M12 18H${WIDTH - 12}`} className="stroke-line" strokeDasharray="4 3" />
      <path
        d={`M12 18L${WIDTH / 2} ${18 + sag}L${WIDTH - 12} 18`}
        className="stroke-measured"
        strokeWidth={2}
        fill="none"
      />
      <path d={`M${WIDTH / 2} ${18 + sag}v24m-5 -8l5 8l5 -8`} className="stroke-derived" strokeWidth={2} fill="none" />
      <text x={30} y={14} fontSize={12} className="num fill-soft">
        {degrees}°
      </text>
    </svg>
  );
}

/** A ram in section: the whole bore pushes, the ring around the rod pulls. */
export function RamDrawing({ rodShare, label }: { rodShare: number; label: string }) {
  const [bore, rod] = [44, 44 * Math.min(Math.max(rodShare, 0), 0.98)];
  const middle = HEIGHT / 2;
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={label} className="text-ink">
      <rect
        x={4}
        y={middle - bore / 2}
        width={96}
        height={bore}
        className="fill-ground"
        stroke="currentColor"
        strokeWidth={1.8}
      />
      <rect x={40} y={middle - bore / 2 + 2} width={12} height={bore - 4} fill="currentColor" />
      {rod > 0 && (
        <rect
          x={52}
          y={middle - rod / 2}
          width={92}
          height={rod}
          className="fill-sheet"
          stroke="currentColor"
          strokeWidth={1.4}
        />
      )}
      <path d={`M14 ${middle}h18m-7 -5l7 5l-7 5`} className="stroke-measured" strokeWidth={1.8} fill="none" />
    </svg>
  );
}
