import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Controller, useForm, useWatch } from "react-hook-form";
import { z } from "zod";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { catalogueQuery, keys } from "@/api/queries";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote, Waiting } from "@/ui/states";

const LOT = z.object({
  name: z.string().trim().min(1, "is needed").max(160),
  item_type: z.string(),
  measurand: z.string(),
  display_unit: z.string(),
});
type Lot = z.infer<typeof LOT>;
type Props = { job: { id: number; customer: string } | null; onClose: () => void };

export function NewLot({ job, onClose }: Props) {
  const { data: tables } = useQuery(catalogueQuery);
  return (
    <Sheet
      open={job !== null}
      onOpenChange={(open) => !open && onClose()}
      title={`New lot for ${job?.customer ?? ""}`}
      description="One population: specimens made and prepared alike."
    >
      {job &&
        (tables ? <LotForm jobId={job.id} tables={tables} onClose={onClose} /> : <Waiting what="the item types" />)}
    </Sheet>
  );
}

type FormProps = { jobId: number; tables: Schemas["Catalogue"]; onClose: () => void };

function LotForm({ jobId, tables, onClose }: FormProps) {
  const form = useForm<Lot>({
    resolver: zodResolver(LOT),
    defaultValues: { name: "", item_type: tables.item_types[0]?.key ?? "", measurand: "force", display_unit: "kN" },
  });
  const queries = useQueryClient();
  const navigate = useNavigate();
  const create = useMutation({
    mutationFn: (lot: Lot) =>
      answer(
        api.POST("/api/jobs/{id}/lots", {
          params: { path: { id: jobId } },
          body: { ...lot, measurand: lot.measurand as Schemas["Measurand"]["key"] },
        }),
      ),
    onSuccess: (page) => {
      void queries.invalidateQueries({ queryKey: keys.lots });
      onClose();
      void navigate({ to: "/lots/$lotId/ask", params: { lotId: page.lot.id } });
    },
  });
  const fields = create.error instanceof Fault ? create.error.fields : {};
  const [item, measurand] = useWatch({ control: form.control, name: ["item_type", "measurand"] });
  const type = tables.item_types.find((t) => t.key === item);
  const units = tables.measurands.find((m) => m.key === measurand)?.units ?? [];
  const pick = (
    name: keyof Lot,
    label: string,
    options: { value: string; label: string }[],
    also?: (value: string) => void,
  ) => (
    <Controller
      name={name}
      control={form.control}
      render={({ field }) => (
        <Choice
          label={label}
          value={field.value}
          onChange={(value) => {
            field.onChange(value);
            also?.(value);
          }}
          options={options}
          error={fields[name]}
        />
      )}
    />
  );
  const usual = (key: string) =>
    form.setValue("display_unit", tables.measurands.find((m) => m.key === key)?.units[0]?.symbol ?? "");
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void form.handleSubmit((lot) => create.mutate(lot))(event)}>
      <Field
        label="Name of the lot"
        placeholder="Eye splice, five tucks"
        error={form.formState.errors.name?.message ?? fields.name}
        {...form.register("name")}
      />
      {pick(
        "item_type",
        "Item",
        tables.item_types.filter((t) => !t.retired).map((t) => ({ value: t.key, label: t.name })),
      )}
      <div className="grid grid-cols-[1fr_130px] gap-3">
        {pick(
          "measurand",
          "What is measured",
          tables.measurands.map((m) => ({ value: m.key, label: m.name.toLowerCase() })),
          usual,
        )}
        {pick(
          "display_unit",
          "Unit",
          units.map((u) => ({ value: u.symbol, label: u.symbol })),
        )}
      </div>
      {type && <ItemSketch item={type} bare />}
      {create.error && Object.keys(fields).length === 0 && <ErrorNote message={create.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={create.isPending}>
          Add the lot
        </Button>
      </div>
    </form>
  );
}
