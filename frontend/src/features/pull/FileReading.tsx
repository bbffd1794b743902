import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { catalogueQuery } from "@/api/queries";
import { plainNumber } from "@/format/figure";
import { PieceWarnings } from "@/lot/PieceWarnings";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { FileQuestions, type Question } from "./FileQuestions";
import { KeepProfile } from "./KeepProfile";
import type { Choices } from "./useDrop";

type Props = {
  preview: Schemas["Preview"];
  choices: Choices;
  onChoose: (choices: Choices) => void;
  onPlace: (choices: Choices) => void;
  onRemembered: (signature: string) => void;
};
type ColumnChoice = NonNullable<Choices["columns"]>[number];
type Role = NonNullable<ColumnChoice["role"]>;
type Column = {
  index: number;
  header: string;
  role: Role | null;
  unit: string | null;
  main: boolean;
  because: string;
  confidence: string | null;
};

const ROLES: Role[] = [
  "time",
  "sample",
  "force",
  "displacement",
  "torque",
  "angle",
  "pressure",
  "temperature",
  "other",
  "ignore",
];
const QUANTITY: Record<string, string> = {
  time: "time",
  force: "force",
  displacement: "displacement",
  torque: "torque",
  angle: "angle",
  pressure: "pressure",
  temperature: "temperature",
};

// What a pull can be judged by; a column that is none of them is taken for a force.
const JUDGED: (Role | null)[] = ["force", "torque", "pressure"];
const judged = (role: Role | null): Role => (role && JUDGED.includes(role) ? role : "force");

/** Every guess about a file, with its reason, to be changed. */
export function FileReading({ preview, choices, onChoose, onPlace, onRemembered }: Props) {
  const { data: tables } = useQuery(catalogueQuery);
  const [hertz, setHertz] = useState("");
  const columns = preview.columns as Column[];
  const units = tables?.reader_units ?? [];
  const change = (index: number, change: Partial<ColumnChoice>) => {
    const rest = (choices.columns ?? []).filter((c) => c.index !== index);
    const before = (choices.columns ?? []).find((c) => c.index === index) ?? { index };
    const current = columns[index];
    const kept = { role: current?.role ?? undefined, unit: current?.unit ?? undefined, ...before };
    const others = change.main ? rest.map((c) => ({ ...c, main: false })) : rest;
    onChoose({ columns: [...others, { ...kept, ...change, index }] });
  };
  return (
    <div className="border-edge mt-2 border-l-2 pl-4">
      <FileQuestions questions={preview.questions as Question[]} onChoose={onChoose} />
      <div className="overflow-x-auto">
        <table className="min-w-[560px] text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th className="pr-3 pb-1">Column</th>
              <th className="pr-3">is</th>
              <th className="pr-3">in</th>
              <th className="pr-3">is judged</th>
              <th>because</th>
            </tr>
          </thead>
          <tbody>
            {columns.map((column) => (
              <tr key={column.index}>
                <td className="pr-3 font-semibold">{column.header}</td>
                <td className="w-36 pr-3">
                  <Choice
                    bare
                    label={`${column.header} is`}
                    value={column.role ?? "other"}
                    onChange={(role) => change(column.index, { role: role as Role, unit: null })}
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
                    aria-label={`${column.header} is judged`}
                    checked={column.main}
                    onChange={() => change(column.index, { main: true, role: judged(column.role) })}
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
          value={preview.delimiter ?? ","}
          onChange={(delimiter) => onChoose({ delimiter: delimiter as Choices["delimiter"] })}
          options={[
            { value: ",", label: "comma" },
            { value: ";", label: "semicolon" },
            { value: "\t", label: "tab" },
            { value: " ", label: "spaces" },
            { value: "|", label: "bar" },
          ]}
        />
        <Choice
          label="Decimal mark"
          value={preview.decimal_mark ?? "."}
          onChange={(mark) => onChoose({ decimal_mark: mark as Choices["decimal_mark"] })}
          options={[
            { value: ".", label: "point" },
            { value: ",", label: "comma" },
          ]}
        />
        <form
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            const rate = plainNumber(hertz);
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
          <Button type="submit" disabled={!plainNumber(hertz)}>
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
      <PieceWarnings number={String(choices.specimen_number ?? "")} />
      {preview.ready && <KeepProfile preview={preview} choices={choices} onRemembered={onRemembered} />}
    </div>
  );
}
