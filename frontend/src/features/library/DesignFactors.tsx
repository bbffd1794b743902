import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { NewDesignFactor } from "./NewDesignFactor";
import { OwnRow } from "./OwnRow";
import { Section } from "./Section";

/** Factors by use, each with its source and, for own ones, who compared it with that source. */
export function DesignFactors({ rows }: { rows: Schemas["DesignFactor"][] }) {
  const may = useMay("addDesignFactor");
  const [adding, setAdding] = useState(false);
  return (
    <Section title="Design factors" add="Add a factor" onAdd={may ? () => setAdding(true) : undefined}>
      <div className="sheet relative overflow-x-auto">
        <table className="w-full min-w-[640px] text-[13.5px]">
          <thead>
            <tr className="cap text-left [&>th]:px-3 [&>th]:py-2">
              <th>Use</th>
              <th className="text-right">Factor</th>
              <th className="text-right">Usual</th>
              <th>Source</th>
              <th>
                <span className="sr-only">State</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.key} className="border-line border-t [&>td]:px-3 [&>td]:py-1.5">
                <td className="font-semibold">
                  {row.use}
                  {row.note && <span className="text-soft block text-[12.5px] font-normal">{row.note}</span>}
                </td>
                <td className="num text-right whitespace-nowrap">
                  {row.low === row.high ? row.low : `${row.low} to ${row.high}`}
                </td>
                <td className="num text-right">{row.usual}</td>
                <td className="text-soft">{row.source}</td>
                <td>
                  <OwnRow table="design_factors" row={row} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <NewDesignFactor open={adding} onClose={() => setAdding(false)} />
    </Section>
  );
}
