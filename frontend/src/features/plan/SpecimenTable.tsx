import type { Schemas } from "@/api/client";
import { Scroll } from "@/ui/Scroll";

type Row = Schemas["SpecimenRow"];
type Props = { rows: Row[]; chosen: number[]; onChoose?: (ids: number[]) => void };

const STATE: Record<string, string> = {
  pulled: "●",
  here: "◐",
  prepared: "◑",
  planned: "○",
  "held back": "▲",
  gone: "×",
};

/** One row a specimen; several are chosen and changed alike. */
export function SpecimenTable({ rows, chosen, onChoose }: Props) {
  const toggle = (id: number) =>
    onChoose?.(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  const all = chosen.length === rows.length;
  return (
    <Scroll label="List of specimens" className="mt-2">
      <table className="w-full min-w-[640px] text-[13px]">
        <thead>
          <tr className="cap text-left">
            {onChoose && (
              <th className="w-8 py-1">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-(--ink)"
                  aria-label="All specimens"
                  checked={all}
                  onChange={() => onChoose(all ? [] : rows.map((row) => row.id))}
                />
              </th>
            )}
            <th className="py-1">No</th>
            <th>Label</th>
            <th>State</th>
            <th>Features</th>
            <th>From</th>
            <th className="text-right">Place</th>
            <th className="text-right">Pulls</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id} className={`border-line border-t ${row.shown_state === "gone" ? "text-soft" : ""}`}>
              {onChoose && (
                <td className="py-1.5">
                  <input
                    type="checkbox"
                    className="h-4 w-4 accent-(--ink)"
                    aria-label={`Specimen ${row.label || row.number}`}
                    checked={chosen.includes(row.id)}
                    onChange={() => toggle(row.id)}
                  />
                </td>
              )}
              <td className="num py-1.5">{row.number}</td>
              <td className="font-semibold">
                {row.label || "–"}
                {row.trial && (
                  <b className="text-derived border-derived ml-1.5 border px-1 text-[11px] font-semibold">trial</b>
                )}
              </td>
              <td>
                <span aria-hidden="true">{STATE[row.shown_state]} </span>
                {row.shown_state}
              </td>
              <td>{row.features.join(", ")}</td>
              <td className="text-soft">{from(row)}</td>
              <td className="num text-right">{row.place ?? "–"}</td>
              <td className="num text-right">{row.pulls}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scroll>
  );
}

const from = (row: Row) =>
  [row.parent, row.position, row.side, row.direction, row.note].filter((part) => part !== "").join(" · ") || "–";
