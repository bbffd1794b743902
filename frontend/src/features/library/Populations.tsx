import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { NewPopulation } from "./NewPopulation";
import { OwnRow } from "./OwnRow";
import { Section } from "./Section";

type Props = { rows: Schemas["PopulationRow"][]; types: Schemas["ItemType"][] };
export const SHAPES = { normal: "Normal", weibull: "Weibull: the weakest place decides", unknown: "Not known" };

/** What is known of how strengths scatter before anything broke: the recommendation of a minimum goes by it. */
export function Populations({ rows, types }: Props) {
  const may = useMay("addPopulation");
  const [adding, setAdding] = useState(false);
  const names = (keys: string[]) => keys.map((key) => types.find((type) => type.key === key)?.name ?? key).join(", ");
  return (
    <Section
      title="Populations"
      note="How strengths of an item scatter; the recommended minimum goes by it. Your own row goes before a shipped one."
      add="Add a population"
      onAdd={may ? () => setAdding(true) : undefined}
    >
      <div className="sheet">
        {rows.map((row) => (
          <div
            key={row.key}
            className="border-line flex flex-wrap items-baseline gap-x-4 border-t px-3 py-2 text-[13.5px] first:border-t-0"
          >
            <b className="w-[260px] max-w-full font-semibold">{SHAPES[row.shape]}</b>
            <span className="min-w-[240px] flex-1">
              {names(row.item_types)}
              <span className="text-soft block text-[12.5px]">{row.reason}</span>
            </span>
            <OwnRow table="population_shapes" row={row} />
          </div>
        ))}
      </div>
      <NewPopulation open={adding} onClose={() => setAdding(false)} types={types} />
    </Section>
  );
}
