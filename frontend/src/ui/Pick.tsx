import { Controller, type Control, type FieldPath, type FieldValues } from "react-hook-form";
import { Choice, type Option } from "./Choice";

type Props<T extends FieldValues> = {
  control: Control<T>;
  name: FieldPath<T>;
  label: string;
  options: Option[];
  also?: (value: string) => void;
  className?: string;
};

/** A choice as a field of a form; its fault stands below it. */
export function Pick<T extends FieldValues>({ control, name, label, options, also, className }: Props<T>) {
  return (
    <Controller
      name={name}
      control={control}
      render={({ field, fieldState }) => (
        <Choice
          label={label}
          className={className}
          value={String(field.value ?? "")}
          onChange={(value) => {
            field.onChange(value);
            also?.(value);
          }}
          options={options}
          error={fieldState.error?.message}
        />
      )}
    />
  );
}

/** The same words as values and as labels. */
export const wordOptions = (words: readonly string[]): Option[] =>
  words.map((word) => ({ value: word, label: word.replaceAll("_", " ") }));
