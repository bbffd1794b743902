import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Controller, useForm, useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import { answer, api, Fault, once, onceKey } from "@/api/client";
import { catalogueQuery, lotChanged } from "@/api/queries";
import { isReading, plainNumber, stated } from "@/format/figure";
import { useLot } from "@/lot/context";
import { PieceWarnings } from "@/lot/PieceWarnings";
import { useFigureLanguage } from "@/lot/useFigureLanguage";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { CommaAsked, type Comma } from "@/lot/CommaAsked";
import { DisplayKind } from "./DisplayKind";
import { OddReading } from "./OddReading";
import { badZero, chainBody, NOTHING_TYPED, PeakChain } from "./PeakChain";

const whole = z
  .string()
  .refine((text) => text.trim() === "" || /^[1-9]\d*$/.test(text.trim()), "must be a whole number");
const PEAK = z.object({
  text: z.string().refine((text) => text.trim() === "" || isReading(text), "type the digits as the display shows them"),
  unit: z.string(),
  specimen: whole,
  feature: z.string(),
  display: z.enum(["", "holds", "follows", "locks"]),
});
type Peak = z.infer<typeof PEAK>;

/** A reading as the display shows it; or a pull of which nothing was read. Sent twice, it is one pull. */
export function PeakForm() {
  const { page, measurand } = useLot();
  const { lot } = page;
  const { data: tables } = useQuery(catalogueQuery);
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const units = measurand?.units ?? [{ symbol: lot.display_unit, factor: 1 }];
  const features = tables?.item_types.find((t) => t.key === lot.item_type)?.features ?? [];
  const form = useForm<Peak>({
    resolver: zodResolver(PEAK),
    defaultValues: { text: "", unit: lot.display_unit, specimen: "", feature: "", display: "" },
  });
  const [chain, setChain] = useState(NOTHING_TYPED);
  const { language } = useFigureLanguage();
  const record = useMutation({
    mutationFn: ({ text, unit, specimen, feature, display, comma }: Peak & { comma?: Comma }) =>
      answer(
        api.POST("/api/lots/{id}/pulls", {
          params: { path: { id: lot.id } },
          headers: once(key.current),
          body: {
            ...(text.trim() === "" ? {} : { text: text.trim(), unit, comma, ...(language ? { language } : {}) }),
            specimen_number: plainNumber(specimen),
            feature_name: feature || null,
            ...(display && text.trim() !== "" ? { display } : {}),
            ...chainBody(chain, unit),
          },
        }),
      ),
    onSuccess: (pull, { unit }) => {
      key.current = onceKey();
      form.reset({ ...form.getValues(), text: "", specimen: "" });
      setChain({ ...NOTHING_TYPED, instrument: chain.instrument });
      void lotChanged(queries, lot.id);
      const value = pull.measurement ? stated(pull.measurement.figure, unit) : "nothing was read";
      toast.success(`Pull ${pull.number} kept: ${value}`);
    },
    onError: (fault) => {
      if (!(fault instanceof Fault && fault.kept)) return;
      key.current = onceKey();
      form.reset({ ...form.getValues(), text: "", specimen: "" });
    },
  });
  const fields = record.error instanceof Fault ? record.error.fields : {};
  const { errors } = form.formState;
  const [text, unit, specimen] = useWatch({ control: form.control, name: ["text", "unit", "specimen"] });
  return (
    <form
      className="sheet grid gap-3 p-4"
      onSubmit={(event) => void form.handleSubmit((peak) => record.mutate(peak))(event)}
    >
      <h2>Or type the reading</h2>
      <div className="grid grid-cols-[1fr_104px] gap-2.5">
        <Field
          label="The display shows"
          inputMode="decimal"
          className="[&_input]:num [&_input]:text-[19px]"
          error={errors.text?.message ?? (fields.comma ? undefined : fields.text)}
          {...form.register("text")}
        />
        <Controller
          name="unit"
          control={form.control}
          render={({ field }) => (
            <Choice
              label="in"
              value={field.value}
              onChange={field.onChange}
              options={units.map((u) => ({ value: u.symbol, label: u.symbol }))}
            />
          )}
        />
      </div>
      <OddReading text={text} unit={unit} units={units} />
      <div className="grid grid-cols-[84px_1fr] gap-2.5">
        <Field
          label="Specimen"
          inputMode="numeric"
          placeholder={page.plan.next?.label ?? "next"}
          error={errors.specimen?.message ?? fields.specimen_number}
          {...form.register("specimen")}
        />
        <Controller
          name="feature"
          control={form.control}
          render={({ field }) => (
            <Choice
              label="Feature"
              value={field.value || (features[0] ?? "")}
              onChange={field.onChange}
              options={features.map((f) => ({ value: f, label: f }))}
            />
          )}
        />
      </div>
      <PieceWarnings number={specimen} />
      <Controller
        name="display"
        control={form.control}
        render={({ field }) => <DisplayKind value={field.value} onChange={(value) => field.onChange(value)} />}
      />
      <PeakChain value={chain} unit={unit} errors={fields} onChange={setChain} />
      <CommaAsked
        fault={record.error}
        texts={[text]}
        unit={unit}
        onSay={(comma) => void form.handleSubmit((peak) => record.mutate({ ...peak, comma }))()}
      />
      {record.error && Object.keys(fields).length === 0 && <ErrorNote message={record.error.message} />}
      <Button type="submit" disabled={record.isPending || !!badZero(chain.before) || !!badZero(chain.after)}>
        {text.trim() === "" ? "Keep a pull without a reading" : "Keep this reading"}
      </Button>
    </form>
  );
}
