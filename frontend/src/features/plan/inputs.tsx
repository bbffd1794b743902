import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { catalogueQuery } from "@/api/queries";
import { isNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { useTypedText } from "@/lot/NumberField";
import type { Typed } from "./planContext";

type Quantity = "force" | "displacement" | "pressure" | "torque" | "measured";

/** The units that a figure of some quantity may be typed in; `measured`: what the lot measures. */
export function useUnitsOf(quantity: Quantity): string[] {
  const { measurand } = useLot();
  const { data } = useQuery(catalogueQuery);
  if (quantity === "measured") return (measurand?.units ?? []).map((unit) => unit.symbol);
  const all = data?.measurands.find((m) => m.key === quantity)?.units ?? [];
  return all.map((unit) => unit.symbol);
}

type QuantityProps = {
  label: string;
  quantity: Quantity;
  value: Typed | null | undefined;
  onChange: (value: Typed | null) => void;
  unit?: string;
  note?: string;
  error?: string;
  className?: string;
};

/** A figure with the unit it is typed in; emptied, it is not stated. */
export function QuantityField({ label, quantity, value, onChange, unit, note, error, className }: QuantityProps) {
  const units = useUnitsOf(quantity);
  const [empty, setEmpty] = useState<string | null>(null);
  const shown = value?.unit ?? empty ?? unit ?? units[0] ?? "";
  const [text, setText] = useTypedText(value?.text ?? "");
  const type = (next: string) => {
    setText(next);
    if (next.trim() === "") onChange(null);
    else if (isNumber(next)) onChange({ text: next.trim(), unit: shown });
  };
  return (
    <div className={`grid grid-cols-[minmax(0,1fr)_76px] items-start gap-2 ${className ?? ""}`}>
      <Field
        label={label}
        inputMode="decimal"
        value={text}
        note={note}
        error={text.trim() !== "" && !isNumber(text) ? "type a number" : error}
        onChange={(event) => type(event.target.value)}
      />
      <Choice
        label="in"
        value={shown}
        options={(units.length ? units : [shown]).map((symbol) => ({ value: symbol, label: symbol }))}
        onChange={(next) => (value ? onChange({ ...value, unit: next }) : setEmpty(next))}
      />
    </div>
  );
}
