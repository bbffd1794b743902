import { useState } from "react";
import { isNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import type { Use, UseAsked } from "./useUse";

type Row = { into: string; out: string; speed: string };
const EMPTY: Row = { into: "", out: "", speed: "" };
const COLUMNS = [
  { name: "into", label: "In" },
  { name: "out", label: "Out" },
  { name: "speed", label: "Speed" },
] as const;

/** What comes out of what goes in: a sheave, a termination, a friction element; and whether load or speed change it. */
export function EfficiencyUse({ use, ask }: { use: Use; ask: (change: UseAsked) => void }) {
  const [rows, setRows] = useState<Row[]>([EMPTY, EMPTY, EMPTY]);
  const full = rows.filter((row) => isNumber(row.into) && isNumber(row.out));
  const half = rows.some((row) => isNumber(row.into) !== isNumber(row.out));
  const type = (at: number, name: keyof Row, text: string) =>
    setRows((now) => {
      const next = now.map((row, i) => (i === at ? { ...row, [name]: text } : row));
      return next.at(-1)?.into ? [...next, EMPTY] : next;
    });
  const list = (name: keyof Row) => full.map((row) => row[name]).join(";");
  const speeds = full.length > 0 && full.every((row) => isNumber(row.speed)) ? list("speed") : undefined;
  const found = use.efficiency;
  return (
    <form
      className="grid gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        ask({ into: list("into"), out: list("out"), speeds });
      }}
    >
      <div aria-live="polite" className="text-[15px] leading-snug font-semibold">
        {found ? (
          (found.refusal ? [`Cannot be told: ${found.refusal}.`] : found.sentences).map((one) => <p key={one}>{one}</p>)
        ) : (
          <p>How much of what goes in comes out?</p>
        )}
      </div>
      <table className="w-full text-[13px]">
        <thead>
          <tr className="text-soft text-left">
            {COLUMNS.map(({ name, label }) => (
              <th key={name} className="px-0.5 font-normal">
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {COLUMNS.map(({ name, label }) => (
                <td key={name} className="px-0.5 py-0.5">
                  <input
                    className="field num"
                    inputMode="decimal"
                    aria-label={`${label} of pair ${i + 1}`}
                    value={row[name]}
                    onChange={(event) => type(i, name, event.target.value)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-soft text-[12.5px]">In and out in one unit; the speed where it was read.</p>
      <Button type="submit" disabled={full.length < 2 || half}>
        Work it out
      </Button>
    </form>
  );
}
