import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { Controller, useForm, useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import { answer, api, Fault, once, onceKey, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { Sparkline } from "@/charts/Sparkline";
import { isNumber, plainNumber } from "@/format/figure";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field, TextArea } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";

const NONE = "none";
const MIN_READINGS = 3;
const DIALS = [NONE, "mm", "in", "cm"];

const READINGS = z.object({
  text: z.string(),
  unit: z.string(),
  dial: z.string(),
  before: z.string(),
  specimen: z.string(),
});
type Readings = z.infer<typeof READINGS>;

const rowsOf = (text: string) =>
  text
    .split("\n")
    .map((line) => line.trim().split(/[\s;]+/))
    .filter((fields) => fields[0] !== "");

/** Readings noted on the way up, one a line; a second number on the line is what the dial showed. */
export function ReadingsForm() {
  const { page, measurand } = useLot();
  const { lot } = page;
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const form = useForm<Readings>({
    resolver: zodResolver(READINGS),
    defaultValues: { text: "", unit: lot.display_unit, dial: NONE, before: "", specimen: "" },
  });
  const [text, unit] = useWatch({ control: form.control, name: ["text", "unit"] });
  const rows = rowsOf(text);
  const bad = rows.findIndex((fields) => !isNumber(fields[0] ?? ""));
  const keep = useMutation({
    mutationFn: (given: Readings) =>
      answer(
        api.POST("/api/lots/{id}/readings", {
          params: { path: { id: lot.id } },
          headers: once(key.current),
          body: {
            unit: given.unit,
            displacement_unit: given.dial === NONE ? null : (given.dial as Schemas["NewReadings"]["displacement_unit"]),
            broke_before: given.before || null,
            specimen_number: plainNumber(given.specimen),
            readings: rowsOf(given.text).map(([force = "", displacement]) => ({
              force,
              displacement: displacement ?? null,
            })),
          },
        }),
      ),
    onSuccess: (pull) => {
      key.current = onceKey();
      form.reset({ ...form.getValues(), text: "", before: "", specimen: "" });
      void lotChanged(queries, lot.id);
      toast.success(`Pull ${pull.number} kept with ${plural(rows.length, "reading")}`);
    },
    onError: (fault) => {
      if (!(fault instanceof Fault && fault.kept)) return;
      key.current = onceKey();
      form.reset({ ...form.getValues(), text: "", before: "", specimen: "" });
    },
  });
  const values = rows.map((fields) => plainNumber(fields[0] ?? "") ?? 0);
  const pick = (name: "unit" | "dial", label: string, options: { value: string; label: string }[]) => (
    <Controller
      name={name}
      control={form.control}
      render={({ field }) => <Choice label={label} value={field.value} onChange={field.onChange} options={options} />}
    />
  );
  const units = (measurand?.units ?? []).map((u) => ({ value: u.symbol, label: u.symbol }));
  return (
    <form
      className="sheet grid gap-3 p-4"
      onSubmit={(event) => void form.handleSubmit((given) => keep.mutate(given))(event)}
    >
      <TextArea
        label="Readings on the way up, one a line; then the dial if there was one"
        rows={6}
        className="[&_textarea]:num [&_textarea]:text-[15px]"
        placeholder={"0 0\n5.0 1.2\n10.0 2.4"}
        {...form.register("text")}
      />
      <div className="grid grid-cols-2 gap-2.5">
        {pick("unit", "Read in", units)}
        {pick(
          "dial",
          "Dial in",
          DIALS.map((d) => ({ value: d, label: d === NONE ? "no dial" : d })),
        )}
        <Field
          label="Broke before"
          unit={unit}
          inputMode="decimal"
          placeholder="or leave"
          {...form.register("before")}
        />
        <Field
          label="Specimen"
          inputMode="numeric"
          placeholder={page.plan.next?.label ?? "next"}
          {...form.register("specimen")}
        />
      </div>
      <p className="text-soft flex min-h-9 items-center gap-3 text-[13px]" aria-live="polite">
        {bad >= 0 ? (
          <span className="text-signal font-semibold">
            Line {bad + 1} has no reading: “{rows[bad]?.[0]}”.
          </span>
        ) : (
          rows.length > 1 && (
            <>
              <Sparkline values={values} top={Math.max(...values, 1)} width={96} height={34} />{" "}
              {plural(rows.length, "reading")}
            </>
          )
        )}
      </p>
      {keep.error && <ErrorNote message={keep.error.message} />}
      <Button type="submit" disabled={rows.length < MIN_READINGS || bad >= 0 || keep.isPending}>
        Keep these readings
      </Button>
    </form>
  );
}
