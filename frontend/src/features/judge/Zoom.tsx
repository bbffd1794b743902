import { MINUS } from "@/format/figure";
import { zoomed } from "@/charts/curvePath";

type ZoomProps = { range: [number, number]; bounds: [number, number]; onRange: (range: [number, number]) => void };

/** Closer, wider, all of it. */
export function Zoom({ range, bounds, onRange }: ZoomProps) {
  const middle = (range[0] + range[1]) / 2;
  const least = (bounds[1] - bounds[0]) * 1e-5;
  const ways = [
    ["+", "Closer", () => onRange(zoomed(range, middle, 0.5, bounds, least))],
    [MINUS, "Wider", () => onRange(zoomed(range, middle, 2, bounds, 0))],
    ["All", "All of the curve", () => onRange(bounds)],
  ] as const;
  return (
    <span className="ml-auto flex gap-1.5" role="group" aria-label="Zoom">
      {ways.map(([label, title, run]) => (
        <button
          key={title}
          type="button"
          onClick={run}
          aria-label={title}
          title={title}
          className="num rounded-key border-edge hover:bg-wash h-8 min-w-8 border px-1.5"
        >
          {label}
        </button>
      ))}
    </span>
  );
}
