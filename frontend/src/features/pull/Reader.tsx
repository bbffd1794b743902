import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { sessionQuery } from "@/api/queries";
import { typedNumber } from "@/format/force";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { RememberReader } from "./RememberReader";
import type { Choices } from "./useDrop";

type Props = {
  preview: Schemas["Preview"];
  choices: Choices;
  onChoose: (choices: Choices) => void;
  onPlace: (choices: Choices) => void;
  onRemembered: (signature: string) => void;
};
type ColumnChoice = NonNullable<Choices["columns"]>[number];

const ROLES = ["time", "sample", "force", "displacement", "torque", "angle", "pressure", "temperature", "other", "ignore"];
const QUANTITY: Record<string, string> = {
  time: "time",
  force: "force",
  displacement: "displacement",
  torque: "torque",
  angle: "angle",
  pressure: "pressure",
  temperature: "temperature",
};

/** Every guess about a file, with its reason, to be changed. */
export function Reader({ preview, choices, onChoose, onPlace, onRemembered }: Props) {
  const { data: session } = useQuery(sessionQuery);
  const [hertz, setHertz] = useState("");
  const units = session?.reader_units ?? [];
  const change = (index: number, change: Partial<ColumnChoice>) => {
    const rest = (choices.columns ?? []).filter((c) => c.index !== index);
    const before = (choices.columns ?? []).find((c) => c.index === index) ?? { index };
    const current = preview.columns[index];
    const kept = { role: current?.role ?? undefined, unit: current?.unit ?? undefined, ...before };
    const others = change.main ? rest.map((c) => ({ ...c, main: false })) : rest;
    onChoose({ columns: [...others, { ...kept, ...change, index }] });
  };
  return (
    <div className="border-edge mt-2 border-l-2 pl-4">
      {preview.questions.map((q) => (
        <p key={q.text} className="text-derived pb-1 font-semibold">
          {q.text}
        </p>
      ))}
      <div className="overflow-x-auto">
        <table className="min-w-[560px] text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th className="pr-3 pb-1">Column</th>
              <th className="pr-3">is</th>
              <th className="pr-3">in</th>
              <th className="pr-3">the force</th>
              <th>because</th>
            </tr>
          </thead>
          <tbody>
            {preview.columns.map((column) => (
              <tr key={column.index}>
                <td className="pr-3 font-semibold">{column.header}</td>
                <td className="w-36 pr-3">
                  <Choice
                    bare
                    label={`${column.header} is`}
                    value={column.role ?? "other"}
                    onChange={(role) => change(column.index, { role, unit: null })}
                    options={ROLES.map((r) => ({ value: r, label: r }))}
                  />
                </td>
                <td className="w-28 pr-3">
                  <Choice
                    bare
                    label={`${column.header} in`}
                    value={column.unit ?? ""}
                    onChange={(unit) => change(column.index, { unit: unit || null })}
                    options={[
                      { value: "", label: "not stated" },
                      ...units
                        .filter((u) => !QUANTITY[column.role ?? ""] || u.quantity === QUANTITY[column.role ?? ""])
                        .map((u) => ({ value: u.symbol, label: u.symbol })),
                    ]}
                  />
                </td>
                <td className="pr-3 text-center">
                  <input
                    type="radio"
                    aria-label={`${column.header} is the force`}
                    checked={column.main}
                    onChange={() => change(column.index, { main: true, role: "force" })}
                    className="h-4 w-4 accent-(--ink)"
                  />
                </td>
                <td className="text-soft">
                  <b className={column.confidence === "guess" ? "text-derived font-semibold" : "font-semibold"}>
                    {column.confidence ?? "not known"}
                  </b>
                  : {column.because}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Choice
          label="Columns cut at"
          value={preview.delimiter}
          onChange={(delimiter) => onChoose({ delimiter })}
          options={[
            { value: ",", label: "comma" },
            { value: ";", label: "semicolon" },
            { value: "\t", label: "tab" },
            { value: " ", label: "spaces" },
          ]}
        />
        <Choice
          label="Decimal mark"
          value={preview.decimal_mark}
          onChange={(decimal_mark) => onChoose({ decimal_mark })}
          options={[
            { value: ".", label: "point" },
            { value: ",", label: "comma" },
          ]}
        />
        <form
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            const rate = typedNumber(hertz);
            if (rate) onChoose({ interval_seconds: 1 / rate });
          }}
        >
          <Field
            label="Sampling rate"
            unit="Hz"
            value={hertz}
            onChange={(e) => setHertz(e.target.value)}
            className="w-28"
            inputMode="decimal"
          />
          <Button type="submit" disabled={!typedNumber(hertz)}>
            Use it
          </Button>
        </form>
        <Field
          label="Specimen"
          className="w-24"
          inputMode="numeric"
          placeholder="next"
          value={choices.specimen_number ?? ""}
          onChange={(e) => onPlace({ specimen_number: /^\d+$/.test(e.target.value) ? Number(e.target.value) : null })}
        />
        <Field
          label="Feature"
          className="w-32"
          placeholder="the usual"
          value={choices.feature_name ?? ""}
          onChange={(e) => onPlace({ feature_name: e.target.value || null })}
        />
      </div>
      {preview.ready && <RememberReader preview={preview} choices={choices} onRemembered={onRemembered} />}
    </div>
  );
}
