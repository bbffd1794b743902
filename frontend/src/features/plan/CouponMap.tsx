import type { MouseEvent } from "react";
import { toast } from "sonner";
import type { Schemas } from "@/api/client";
import { useLot } from "@/lot/context";
import { useChangeSpecimens } from "./useSpecimens";

type Row = Schemas["SpecimenRow"];
type Props = { rows: Row[]; chosen: number[]; may: boolean };
const WIDTH = 640;
const HEIGHT = 220;
const STEP = 0.02;

/** Where each coupon was cut out of its parent: click to put the chosen one, arrow keys to move it. */
export function CouponMap({ rows, chosen, may }: Props) {
  const { page } = useLot();
  const change = useChangeSpecimens(page.lot.id);
  const one = chosen.length === 1 ? rows.find((row) => row.id === chosen[0]) : undefined;
  const parents = [...new Set(rows.map((row) => row.parent))].filter((name) => name !== "");
  const placed = rows.filter((row) => row.map_x !== null && (!one || row.parent === one.parent));
  if (placed.length === 0 && !one && parents.length === 0) return null;
  const put = (map_x: number, map_y: number) => {
    if (!one) return;
    const within = (v: number) => Math.round(Math.min(1, Math.max(0, v)) * 1000) / 1000;
    change.mutate(
      { ids: [one.id], map_x: within(map_x), map_y: within(map_y) },
      { onError: (error) => toast.error(error.message) },
    );
  };
  const click = (event: MouseEvent<SVGSVGElement>) => {
    if (!may || !one) return;
    const box = event.currentTarget.getBoundingClientRect();
    put((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
  };
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label="Coupon map">
      <h2>Where each was cut</h2>
      <p className="text-soft text-[13px]">
        {one
          ? `Click where ${one.label || one.number} was cut from ${one.parent || "the parent piece"}; arrow keys move it.`
          : "Choose one specimen to put it on the map."}
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="mt-2 w-full max-w-[760px]"
        role="application"
        tabIndex={may && one ? 0 : -1}
        aria-label={`Coupon map: ${placed.map((row) => row.label || row.number).join(", ") || "nothing placed"}`}
        onClick={click}
        onKeyDown={(event) => {
          const by = MOVES[event.key];
          if (!by || !one) return;
          event.preventDefault();
          put((one.map_x ?? 0.5) + by[0] * STEP, (one.map_y ?? 0.5) + by[1] * STEP);
        }}
      >
        <rect x={1} y={1} width={WIDTH - 2} height={HEIGHT - 2} className="fill-ground stroke-ink" strokeWidth={1.5} />
        {placed.map((row) => (
          <Coupon key={row.id} row={row} strong={chosen.includes(row.id)} />
        ))}
      </svg>
    </section>
  );
}

const MOVES: Record<string, [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function Coupon({ row, strong }: { row: Row; strong: boolean }) {
  const x = (row.map_x ?? 0) * WIDTH;
  const y = (row.map_y ?? 0) * HEIGHT;
  const across = /across|transverse|quer/i.test(row.direction);
  const [w, h] = across ? [16, 44] : [44, 16];
  return (
    <g className={strong ? "text-measured" : "text-ink"}>
      <title>{[row.label || row.number, row.position, row.side, row.direction].filter(Boolean).join(", ")}</title>
      <rect
        x={x - w / 2}
        y={y - h / 2}
        width={w}
        height={h}
        className="fill-sheet"
        stroke="currentColor"
        strokeWidth={strong ? 2.2 : 1.3}
      />
      <text x={x} y={y + 4} textAnchor="middle" fontSize={11} className="num" fill="currentColor">
        {row.number}
      </text>
    </g>
  );
}
