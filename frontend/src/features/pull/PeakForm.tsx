import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, Fault } from "@/api/client";
import { sessionQuery } from "@/api/queries";
import { useLot } from "@/app/lotContext";
import { FORCE_UNITS, force, toNewtons, typedNumber, type ForceUnit } from "@/format/force";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";

/** A peak as the display shows it, with the lot's unit echoed beside it. */
export function PeakForm() {
  const { page } = useLot();
  const { lot } = page;
  const { data: session } = useQuery(sessionQuery);
  const [text, setText] = useState("");
  const [unit, setUnit] = useState<ForceUnit>(lot.display_unit ?? "kN");
  const [specimen, setSpecimen] = useState("");
  const [feature, setFeature] = useState("");
  const queries = useQueryClient();
  const record = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/lots/{id}/pulls", {
          params: { path: { id: lot.id } },
          body: { text, unit, specimen_number: /^\d+$/.test(specimen) ? Number(specimen) : null, feature_name: feature || null },
        }),
      ),
    onSuccess: (pull) => {
      setText("");
      setSpecimen("");
      void queries.invalidateQueries();
      toast.success(`Pull ${pull.number} kept: ${pull.typed_text} ${pull.typed_unit}`);
    },
  });
  const fields = record.error instanceof Fault ? record.error.fields : {};
  const value = typedNumber(text);
  const lotUnit = lot.display_unit ?? "kN";
  const typical = page.pulls.length ? page.pulls.reduce((sum, p) => sum + p.peak_newtons, 0) / page.pulls.length : null;
  const newtons = value == null ? null : toNewtons(value, unit);
  const odd = newtons && typical && (newtons > typical * 3 || newtons < typical / 3);
  const features = session?.item_types.find((t) => t.key === lot.item_type)?.features ?? [];
  return (
    <form
      className="sheet grid gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault();
        record.mutate();
      }}
    >
      <h2>Or type the peak</h2>
      <div className="grid grid-cols-[1fr_96px] gap-2.5">
        <Field
          label="The display shows"
          value={text}
          onChange={(e) => setText(e.target.value)}
          inputMode="decimal"
          className="[&_input]:num [&_input]:text-[19px]"
          error={fields.text}
          required
        />
        <Choice
          label="in"
          value={unit}
          onChange={(u) => setUnit(u as ForceUnit)}
          options={FORCE_UNITS.map((u) => ({ value: u, label: u }))}
        />
      </div>
      <p className="text-soft min-h-5 text-[13px]" aria-live="polite">
        {newtons != null && (
          <>
            = <b className="num text-ink">{force(newtons, { unit: lotUnit })}</b> {lotUnit}
            {odd && (
              <span className="text-signal font-semibold">
                {" "}
                Far from the others, whose mean is {force(typical, { unit: lotUnit })} {lotUnit}: is the unit right?
              </span>
            )}
          </>
        )}
      </p>
      <div className="grid grid-cols-[84px_1fr] gap-2.5">
        <Field
          label="Specimen"
          value={specimen}
          onChange={(e) => setSpecimen(e.target.value)}
          inputMode="numeric"
          placeholder="next"
          error={fields.specimen_number}
        />
        <Choice
          label="Feature"
          value={feature || (features[0] ?? "")}
          onChange={setFeature}
          options={features.map((f) => ({ value: f, label: f }))}
        />
      </div>
      {record.error && Object.keys(fields).length === 0 && <ErrorNote message={record.error.message} />}
      <Button type="submit" disabled={value == null || record.isPending}>
        Keep this peak
      </Button>
    </form>
  );
}
