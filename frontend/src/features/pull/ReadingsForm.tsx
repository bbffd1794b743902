import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { useLot } from "@/app/lotContext";
import { Sparkline } from "@/charts/Sparkline";
import { FORCE_UNITS, toNewtons, typedNumber, type ForceUnit } from "@/format/force";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";

const NONE = "none";
const FEWEST = 3;

/** Readings noted on the way up, one a line; a second number on the line is what the dial showed. */
export function ReadingsForm() {
  const { page } = useLot();
  const { lot } = page;
  const [text, setText] = useState("");
  const [unit, setUnit] = useState<ForceUnit>(lot.display_unit ?? "kN");
  const [dial, setDial] = useState(NONE);
  const [before, setBefore] = useState("");
  const [specimen, setSpecimen] = useState("");
  const queries = useQueryClient();
  const rows = text
    .split("\n")
    .map((line) => line.trim().split(/[\s;]+/))
    .filter((fields) => fields[0] !== "");
  const bad = rows.findIndex((fields) => typedNumber(fields[0] ?? "") == null && fields[0] !== "0");
  const keep = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/lots/{id}/readings", {
          params: { path: { id: lot.id } },
          body: {
            unit,
            displacement_unit: dial === NONE ? null : dial,
            broke_before: before || null,
            specimen_number: /^\d+$/.test(specimen) ? Number(specimen) : null,
            readings: rows.map((fields) => ({ force: fields[0] ?? "", displacement: fields[1] ?? null })),
          },
        }),
      ),
    onSuccess: (pull) => {
      setText("");
      setBefore("");
      void queries.invalidateQueries();
      toast.success(`Pull ${pull.number} kept with ${plural(rows.length, "reading")}`);
    },
  });
  const forces = rows.map((fields) => toNewtons(typedNumber(fields[0] ?? "") ?? 0, unit));
  return (
    <form
      className="sheet grid gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <label className="grid gap-1">
        <span className="text-soft text-[12.5px]">Readings on the way up, one a line; force, then the dial if there was one</span>
        <textarea
          value={text}
          onChange={(e) => setText(e.target.value)}
          rows={6}
          className="num rounded-key border-edge bg-ground border p-2 text-[15px]"
          placeholder={"0 0\n5.0 1.2\n10.0 2.4"}
        />
      </label>
      <div className="grid grid-cols-2 gap-2.5">
        <Choice
          label="Force in"
          value={unit}
          onChange={(u) => setUnit(u as ForceUnit)}
          options={FORCE_UNITS.map((u) => ({ value: u, label: u }))}
        />
        <Choice
          label="Dial in"
          value={dial}
          onChange={setDial}
          options={[NONE, "mm", "in", "cm"].map((u) => ({ value: u, label: u === NONE ? "no dial" : u }))}
        />
        <Field
          label="Broke before"
          unit={unit}
          value={before}
          onChange={(e) => setBefore(e.target.value)}
          inputMode="decimal"
          placeholder="or leave"
        />
        <Field label="Specimen" value={specimen} onChange={(e) => setSpecimen(e.target.value)} inputMode="numeric" placeholder="next" />
      </div>
      <p className="text-soft flex min-h-9 items-center gap-3 text-[13px]" aria-live="polite">
        {bad >= 0 ? (
          <span className="text-signal font-semibold">
            Line {bad + 1} has no force: “{rows[bad]?.[0]}”.
          </span>
        ) : (
          rows.length > 1 && (
            <>
              <Sparkline values={forces} top={Math.max(...forces, 1)} width={96} height={34} /> {plural(rows.length, "reading")}
            </>
          )
        )}
      </p>
      {keep.error && <ErrorNote message={keep.error.message} />}
      <Button type="submit" disabled={rows.length < FEWEST || bad >= 0 || keep.isPending}>
        Keep these readings
      </Button>
    </form>
  );
}
