import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { catalogueQuery } from "@/api/queries";
import { isNumber, plainNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
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

type NumberProps = {
  label: string;
  value: number | null | undefined;
  onChange: (value: number | null) => void;
  unit?: string;
  note?: string;
  whole?: boolean;
  placeholder?: string;
  className?: string;
};

/** A count, a share or an angle; emptied, it is not stated. */
export function NumberField({ label, value, onChange, whole, ...rest }: NumberProps) {
  const [text, setText] = useTypedText(value == null ? "" : String(value));
  const fits = (next: string) => (whole ? /^\d+$/.test(next.trim()) : isNumber(next));
  const type = (next: string) => {
    setText(next);
    if (next.trim() === "") onChange(null);
    else if (fits(next)) onChange(plainNumber(next));
  };
  return (
    <Field
      label={label}
      inputMode={whole ? "numeric" : "decimal"}
      value={text}
      error={text.trim() !== "" && !fits(text) ? (whole ? "a whole number" : "type a number") : undefined}
      onChange={(event) => type(event.target.value)}
      {...rest}
    />
  );
}

/** What is being typed, until what is kept becomes another number. */
function useTypedText(kept: string) {
  const [typed, setTyped] = useState({ text: kept, kept });
  const same = (a: string, b: string) => a === b || (isNumber(a) && isNumber(b) && plainNumber(a) === plainNumber(b));
  const text = same(typed.text, kept) || !settled(typed.text) || typed.kept === kept ? typed.text : kept;
  return [text, (next: string) => setTyped({ text: next, kept })] as const;
}
const settled = (text: string) => text.trim() === "" || isNumber(text);
