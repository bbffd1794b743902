import { useState } from "react";
import { answer, api } from "@/api/client";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { usePrepareChange, type DrawingRow, type Preparation } from "./usePrepare";

const ROLES = [
  "width",
  "thickness",
  "diameter",
  "length",
  "engaged_length",
  "embedment",
  "edge",
  "spacing",
  "mass",
  "other",
] as const;
const ROLE_OPTIONS = ROLES.map((role) => ({ value: role, label: role.replace("_", " ") }));
const LENGTHS = ["mm", "cm", "m", "in", "thou"].map((symbol) => ({ value: symbol, label: symbol }));
const MASSES = ["g", "kg", "lb"].map((symbol) => ({ value: symbol, label: symbol }));
const EMPTY: DrawingRow = { name: "", role: "width", unit: "mm", nominal: "", plus: "", minus: "" };

/** What of the pieces is measured, and what the drawing allows. */
export function DrawingSheet({ data, onClose }: { data: Preparation; onClose: () => void }) {
  const { page } = useLot();
  const [rows, setRows] = useState<DrawingRow[]>(data.drawing.length ? data.drawing : [EMPTY]);
  const [substrate, setSubstrate] = useState(data.reference_substrate?.text ?? "");
  const keep = usePrepareChange(
    page.lot.id,
    () =>
      answer(
        api.PUT("/api/lots/{id}/drawing", {
          params: { path: { id: page.lot.id } },
          body: {
            rows: rows
              .filter((row) => row.name.trim() !== "")
              .map(({ name, role, unit, nominal, plus, minus }) => ({ name, role, unit, nominal, plus, minus })),
            reference_substrate: substrate.trim() === "" ? null : { text: substrate.trim(), unit: "MPa" },
          },
        }),
      ),
    onClose,
  );
  const set = (i: number, change: Partial<DrawingRow>) =>
    setRows(rows.map((row, k) => (k === i ? { ...row, ...change } : row)));
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="What is measured"
      description="The role says what follows: width and thickness a section, embedment with edge and spacing their ratios."
      wide
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        {rows.map((row, i) => (
          <div key={i} className="grid items-end gap-2 sm:grid-cols-[1.3fr_1fr_74px_90px_74px_74px_auto]">
            <Field label="Name" value={row.name} maxLength={60} onChange={(e) => set(i, { name: e.target.value })} />
            <Choice
              label="It is its"
              value={row.role}
              options={ROLE_OPTIONS}
              onChange={(role) =>
                set(i, {
                  role: role as DrawingRow["role"],
                  unit: role === "mass" ? "g" : row.unit === "g" ? "mm" : row.unit,
                })
              }
            />
            <Choice
              label="in"
              value={row.unit}
              options={row.role === "mass" ? MASSES : LENGTHS}
              onChange={(unit) => set(i, { unit })}
            />
            <Field label="Drawing" value={row.nominal ?? ""} onChange={(e) => set(i, { nominal: e.target.value })} />
            <Field label="+" value={row.plus ?? ""} onChange={(e) => set(i, { plus: e.target.value })} />
            <Field label="−" value={row.minus ?? ""} onChange={(e) => set(i, { minus: e.target.value })} />
            <button
              type="button"
              className="text-soft h-9 px-1"
              aria-label={`Strike ${row.name}`}
              onClick={() => setRows(rows.filter((_, k) => k !== i))}
            >
              ×
            </button>
          </div>
        ))}
        <button
          type="button"
          className="justify-self-start font-semibold underline"
          onClick={() => setRows([...rows, EMPTY])}
        >
          One more
        </button>
        <Field
          label="Breaks are carried over to a substrate of"
          unit="MPa"
          className="max-w-[260px]"
          value={substrate}
          note="anchors only: cones by the square root"
          onChange={(event) => setSubstrate(event.target.value)}
        />
        {keep.error && <ErrorNote message={keep.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={keep.isPending}>
            Keep it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
