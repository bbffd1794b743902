import { useState } from "react";
import { isNumber, plainNumber } from "@/format/figure";
import { Field } from "@/ui/Field";

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
export function useTypedText(kept: string) {
  const [typed, setTyped] = useState({ text: kept, kept });
  const same = (a: string, b: string) => a === b || (isNumber(a) && isNumber(b) && plainNumber(a) === plainNumber(b));
  const text = same(typed.text, kept) || !settled(typed.text) || typed.kept === kept ? typed.text : kept;
  return [text, (next: string) => setTyped({ text: next, kept })] as const;
}
const settled = (text: string) => text.trim() === "" || isNumber(text);
