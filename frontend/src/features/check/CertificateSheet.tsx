import { useState } from "react";
import { answer, api, Fault } from "@/api/client";
import { isNumber, plainNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { useInstrumentChange, type Instrument } from "./useInstrument";

const EMPTY = { number: "", issued_by: "", issued_on: "", expires_on: "", percent: "", amount: "", factor: "2" };

/** What a laboratory says of the cell. */
export function CertificateSheet({ cell, onClose }: { cell: Instrument; onClose: () => void }) {
  const [values, setValues] = useState(EMPTY);
  const keep = useInstrumentChange(
    () =>
      answer(
        api.POST("/api/instruments/{id}/certificates", {
          params: { path: { id: cell.id } },
          body: {
            number: values.number.trim(),
            issued_by: values.issued_by.trim(),
            issued_on: values.issued_on,
            expires_on: values.expires_on || null,
            expanded_percent: plainNumber(values.percent),
            expanded: isNumber(values.amount) ? { text: values.amount.trim(), unit: cell.unit } : null,
            coverage_factor: plainNumber(values.factor) ?? 2,
          },
        }),
      ),
    onClose,
  );
  const fields = keep.error instanceof Fault ? keep.error.fields : {};
  const entry = (name: keyof typeof EMPTY, label: string, rest: object = {}) => (
    <Field
      label={label}
      value={values[name]}
      error={fields[name]}
      onChange={(event) => setValues({ ...values, [name]: event.target.value })}
      {...rest}
    />
  );
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`A certificate of ${cell.name}`}
      description="Its uncertainty as it is printed there: in per cent of reading, as an amount, or both; the larger counts."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate(undefined);
        }}
      >
        <div className="grid items-start gap-3 sm:grid-cols-2">
          {entry("number", "Number", { maxLength: 80 })}
          {entry("issued_by", "Issued by", { maxLength: 120 })}
          {entry("issued_on", "Issued on", { type: "date" })}
          {entry("expires_on", "Runs out on", { type: "date" })}
          {entry("percent", "Expanded uncertainty", { unit: "%", inputMode: "decimal", error: fields.expanded })}
          {entry("amount", "or as an amount", { unit: cell.unit, inputMode: "decimal" })}
          {entry("factor", "Coverage factor k", { inputMode: "decimal" })}
        </div>
        {keep.error && <ErrorNote message={keep.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={keep.isPending || values.issued_on === ""}>
            Keep it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
