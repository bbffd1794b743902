import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { Controller, useForm, useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import { answer, api, Fault, once, onceKey, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { Sparkline } from "@/charts/Sparkline";
import { plainNumber } from "@/format/figure";
import { plural } from "@/format/words";
import { asksComma, CommaAsked, type Comma } from "@/lot/CommaAsked";
import { useLot } from "@/lot/context";
import { PieceWarnings } from "@/lot/PieceWarnings";
import { useFigureLanguage } from "@/lot/useFigureLanguage";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field, TextArea } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { EachLine } from "./EachLine";
import { noted } from "./readingLines";

const NONE = "none";
const MIN_READINGS = 3;
const DIALS = [NONE, "mm", "in", "cm"];

const TYPED = z.object({
  text: z.string(),
  unit: z.string(),
  dial: z.string(),
  before: z.string(),
  holds: z.string(),
  specimen: z.string(),
});
type Readings = z.infer<typeof TYPED>;

/** Readings noted on the way up; what several numbers on a line are is asked, and none is dropped. */
export function ReadingsForm() {
  const { page, measurand } = useLot();
  const { lot } = page;
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const form = useForm<Readings>({
    resolver: zodResolver(TYPED),
    defaultValues: { text: "", unit: lot.display_unit, dial: NONE, before: "", specimen: "", holds: "" },
  });
  const [text, unit, holds, dial, specimen] = useWatch({
    control: form.control,
    name: ["text", "unit", "holds", "dial", "specimen"],
  });
  const { language } = useFigureLanguage();
  const { count, readings: rows, asked, fault } = noted(text, holds, dial !== NONE);
  const clear = () => {
    key.current = onceKey();
    form.reset({ ...form.getValues(), text: "", before: "", specimen: "", holds: "" });
  };
  const keep = useMutation({
    mutationFn: ({ comma, ...given }: Readings & { comma?: Comma }) =>
      answer(
        api.POST("/api/lots/{id}/readings", {
          params: { path: { id: lot.id } },
          headers: once(key.current),
          body: {
            unit: given.unit,
            displacement_unit:
              given.dial === NONE || !rows.some((row) => row.displacement)
                ? null
                : (given.dial as Schemas["NewReadings"]["displacement_unit"]),
            broke_before: given.before || null,
            specimen_number: plainNumber(given.specimen),
            readings: rows,
            comma,
            ...(language ? { language } : {}),
          },
        }),
      ),
    onSuccess: (pull) => {
      clear();
      void lotChanged(queries, lot.id);
      toast.success(`Pull ${pull.number} kept with ${plural(rows.length, "reading")}`);
    },
    onError: (fault) => {
      if (fault instanceof Fault && fault.kept) clear();
    },
  });
  const values = rows.map((row) => plainNumber(row.force) ?? 0);
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
        label="Readings on the way up, one a line; with the dial, or the time, beside them if there was one"
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
      <PieceWarnings number={specimen} />
      <EachLine count={count} asked={asked} value={holds} onChange={(next) => form.setValue("holds", next)} />
      <p className="text-soft flex min-h-9 items-center gap-3 text-[13px]" aria-live="polite">
        {fault ? (
          <span className="text-signal font-semibold">{fault}</span>
        ) : (
          rows.length > 1 && (
            <>
              <Sparkline values={values} top={Math.max(...values, 1)} width={96} height={34} />{" "}
              {plural(rows.length, "reading")}
            </>
          )
        )}
      </p>
      <CommaAsked
        fault={keep.error}
        texts={rows.map((row) => row.force)}
        unit={unit}
        onSay={(comma) => void form.handleSubmit((given) => keep.mutate({ ...given, comma }))()}
      />
      {keep.error && !asksComma(keep.error) && <ErrorNote message={keep.error.message} />}
      <Button type="submit" disabled={rows.length < MIN_READINGS || fault !== null || asked || keep.isPending}>
        Keep these readings
      </Button>
    </form>
  );
}
