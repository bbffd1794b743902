import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Fault } from "@/api/client";
import { catalogueQuery } from "@/api/queries";
import { Button } from "@/ui/Button";
import { Choice, type Option } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { wordOptions } from "@/ui/Pick";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { bodyOf, valuesOf, type FieldSpec, type Values } from "./registerForm";

type Props = {
  title: string;
  specs: FieldSpec[];
  row: Record<string, unknown> | null;
  others: Record<string, Option[]>;
  send: (body: Record<string, unknown>) => void;
  pending: boolean;
  error: Error | null;
  onClose: () => void;
};

/** A row of the register, new or changed. */
export function RegisterSheet({ title, onClose, ...form }: Props) {
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={title}
      description="What is not known stays empty: it is then told as unknown, and never assumed."
      wide
    >
      <Form onClose={onClose} {...form} />
    </Sheet>
  );
}

function Form({ specs, row, others, send, pending, error, onClose }: Omit<Props, "title">) {
  const [before] = useState(() => valuesOf(specs, row));
  const [values, setValues] = useState<Values>(before);
  const fields = error instanceof Fault ? error.fields : {};
  const set = (name: string, value: string) => setValues({ ...values, [name]: value });
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        send(bodyOf(specs, values, row ? before : {}));
      }}
    >
      <div className="grid items-start gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {specs.map((spec) => (
          <Entry
            key={spec.name}
            spec={spec}
            values={values}
            others={others[spec.name] ?? []}
            error={fields[spec.name]}
            set={set}
          />
        ))}
      </div>
      {error && <ErrorNote message={error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={pending}>
          Keep it
        </Button>
      </div>
    </form>
  );
}

type EntryProps = {
  spec: FieldSpec;
  values: Values;
  others: Option[];
  error?: string;
  set: (name: string, value: string) => void;
};

function Entry({ spec, values, others, error, set }: EntryProps) {
  const { data } = useQuery(catalogueQuery);
  const value = values[spec.name] ?? "";
  if (spec.kind === "choice")
    return (
      <Choice
        label={spec.label}
        value={value}
        options={spec.options ? wordOptions(spec.options) : [{ value: "", label: "none" }, ...others]}
        onChange={(next) => set(spec.name, next)}
      />
    );
  const field = (
    <Field
      label={spec.label}
      type={spec.kind === "date" ? "date" : "text"}
      inputMode={spec.kind === "typed" || spec.kind === "number" ? "decimal" : undefined}
      value={value}
      note={spec.note}
      error={error}
      onChange={(event) => set(spec.name, event.target.value)}
    />
  );
  if (spec.kind !== "typed") return field;
  const units = data?.measurands.find((m) => m.key === spec.quantity)?.units ?? [];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_80px] items-start gap-2">
      {field}
      <Choice
        label="in"
        value={values[`${spec.name}.unit`] ?? ""}
        options={units.map((unit) => ({ value: unit.symbol, label: unit.symbol }))}
        onChange={(unit) => set(`${spec.name}.unit`, unit)}
      />
    </div>
  );
}
