import { SlingDrawing } from "@/charts/SlingDrawing";
import { plainNumber } from "@/format/figure";
import { capital } from "@/format/words";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import type { Use, UseAsked } from "./useUse";
import { useState } from "react";

type Props = { use: Use; asked: UseAsked; ask: (change: UseAsked) => void };
const KINDS: Record<string, string> = {
  bend: "Bent round (D/d)",
  edge: "Edge",
  knot: "Knot",
  splice: "Splice",
  temperature: "Temperature",
};
const ANGLES = [
  { value: "vertical", label: "from the vertical" },
  { value: "included", label: "between the legs" },
  { value: "horizontal", label: "from the horizontal" },
];

/** Hung so, at that angle, with what takes from it: one sentence, one figure, the drawing to scale. */
export function SlingUse({ use, asked, ask }: Props) {
  const [angle, setAngle] = useState(String(asked.angle ?? 30));
  const angled = use.ways.find((way) => way.key === asked.way)?.angled;
  const chosen = (asked.reductions ?? "").split(",").filter(Boolean);
  const choose = (kind: string, key: string) => {
    const others = chosen.filter((one) => use.reductions.find((row) => row.key === one)?.kind !== kind);
    ask({ reductions: [...others, key].filter(Boolean).join(",") });
  };
  return (
    <div className="grid gap-2.5">
      <p className="text-[15px] leading-snug font-semibold" aria-live="polite" data-testid="sling-answer">
        {use.sling?.sentence ?? "Without a limit there is nothing to hang."}
      </p>
      <SlingDrawing way={asked.way ?? "vertical"} beta={use.sling?.beta ?? 0} />
      <Choice
        label="How it is hung"
        value={asked.way ?? "vertical"}
        options={use.ways.map((way) => ({ value: way.key, label: capital(way.name) }))}
        onChange={(way) => ask({ way: way as UseAsked["way"] })}
      />
      {angled && (
        <div className="grid grid-cols-[90px_1fr] items-end gap-2">
          <Field
            label="Angle"
            unit="°"
            inputMode="decimal"
            value={angle}
            onChange={(event) => {
              setAngle(event.target.value);
              const typed = plainNumber(event.target.value);
              if (typed !== null) ask({ angle: typed });
            }}
          />
          <Choice
            label="Measured"
            value={asked.angle_of ?? "vertical"}
            options={ANGLES}
            onChange={(value) => ask({ angle_of: value as UseAsked["angle_of"] })}
          />
        </div>
      )}
      {angled && (
        <Check checked={asked.uniform ?? false} onChange={(event) => ask({ uniform: event.target.checked })}>
          By the uniform-load method
        </Check>
      )}
      {Object.entries(KINDS).map(([kind, label]) => (
        <Choice
          key={kind}
          label={label}
          value={chosen.find((one) => use.reductions.find((row) => row.key === one)?.kind === kind) ?? ""}
          options={[
            { value: "", label: "none" },
            ...use.reductions
              .filter((row) => row.kind === kind)
              .map((row) => ({
                value: row.key,
                label: row.name,
                note: `× ${row.factor}${row.note ? `, ${row.note}` : ""}`,
              })),
          ]}
          onChange={(key) => choose(kind, key)}
        />
      ))}
      <p className="text-soft text-[12.5px]">
        Common practice, as a starting point: the maker’s table and the code in force go before it. Beyond 60° from the
        vertical no sling is used.
      </p>
    </div>
  );
}
