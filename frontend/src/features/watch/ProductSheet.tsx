import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, Fault } from "@/api/client";
import { useWatchChange, type WatchedProduct } from "@/api/lastingQueries";
import { catalogueQuery, registerQuery } from "@/api/queries";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { Weekdays } from "./Weekdays";

type Props = { product?: WatchedProduct; onClose: () => void; onMade: (id: number) => void };

type Form = ReturnType<typeof formOf>;

const NEW = { name: "", measurand: "force", unit: "", limit: "", source: "", days: "12345", cell: "" };

const formOf = (product: WatchedProduct | undefined) =>
  product
    ? {
        name: product.name,
        measurand: product.measurand,
        unit: product.unit,
        limit: product.limit?.text ?? "",
        source: product.limit_source,
        days: product.weekdays,
        cell: product.instrument_id ? String(product.instrument_id) : "",
      }
    : NEW;

const bodyOf = (form: Form, own: string, limitUnit: string) => ({
  name: form.name.trim(),
  display_unit: own,
  limit: form.limit.trim() ? { text: form.limit.trim(), unit: limitUnit } : null,
  limit_source: form.source.trim(),
  weekdays: form.days,
  instrument_id: form.cell ? Number(form.cell) : null,
});

/** What is watched, its limit, on which days, and the cell that reads it. */
export function ProductSheet({ product, onClose, onMade }: Props) {
  const catalogue = useQuery(catalogueQuery).data;
  const cells = useQuery(registerQuery).data?.instruments ?? [];
  const [form, setForm] = useState(() => formOf(product));
  const set = (change: Partial<Form>) => setForm((now) => ({ ...now, ...change }));
  const units = catalogue?.measurands.find((m) => m.key === form.measurand)?.units ?? [];
  const own = units.some((u) => u.symbol === form.unit) ? form.unit : (units[0]?.symbol ?? "");
  const limitUnit = product?.limit?.unit ?? own;
  const body = bodyOf(form, own, limitUnit);
  const save = useWatchChange(
    () =>
      product
        ? answer(
            api.PATCH("/api/watch/{id}", {
              params: { path: { id: product.id } },
              body: { ...body, version: product.version },
            }),
          )
        : answer(api.POST("/api/watch", { body: { ...body, measurand: form.measurand } })),
    (made) => {
      onMade(made.id);
      onClose();
    },
  );
  const errors = save.error instanceof Fault ? save.error.fields : {};
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={product ? product.name : "Watch another product"}
      description="One break a morning, against its own band and its lower limit."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate(undefined);
        }}
      >
        <Field
          label="Product"
          maxLength={120}
          value={form.name}
          error={errors.name}
          onChange={(e) => set({ name: e.target.value })}
        />
        <div className="grid gap-3 min-[520px]:grid-cols-2">
          {!product && (
            <Choice
              label="What is measured"
              value={form.measurand}
              options={(catalogue?.measurands ?? []).map((m) => ({ value: m.key, label: m.name }))}
              onChange={(measurand) => set({ measurand })}
            />
          )}
          <Choice
            label="Shown in"
            value={own}
            options={units.map((u) => ({ value: u.symbol, label: u.symbol }))}
            onChange={(unit) => set({ unit })}
          />
          <Field
            label="Lower limit (may stay empty)"
            inputMode="decimal"
            unit={limitUnit}
            value={form.limit}
            error={errors.limit}
            onChange={(e) => set({ limit: e.target.value })}
          />
          <Field
            label="Limit by"
            maxLength={200}
            value={form.source}
            onChange={(e) => set({ source: e.target.value })}
          />
          <Choice
            label="Read by"
            value={form.cell}
            options={[{ value: "", label: "not said" }, ...cells.map((c) => ({ value: String(c.id), label: c.name }))]}
            onChange={(cell) => set({ cell })}
          />
        </div>
        <Weekdays days={form.days} onChange={(days) => set({ days })} />
        {save.error && <ErrorNote message={save.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={form.name.trim() === "" || form.days === "" || save.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
