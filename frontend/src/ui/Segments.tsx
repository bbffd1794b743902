import { RadioGroup } from "radix-ui";

type Props = {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
  onDark?: boolean;
};

const ITEM = "min-h-8 px-2 py-1 -outline-offset-2 data-[state=checked]:font-semibold";
const TONE = {
  dark: "text-barsoft data-[state=checked]:bg-barink data-[state=checked]:text-bar",
  light: "data-[state=checked]:bg-ink data-[state=checked]:text-sheet",
};

/** A row of exclusive choices; arrow keys go through them. The chosen one clicked again is told, too. */
export function Segments({ label, value, options, onChange, onDark }: Props) {
  return (
    <RadioGroup.Root
      value={value}
      onValueChange={onChange}
      aria-label={label}
      orientation="horizontal"
      className={`rounded-key flex overflow-hidden border ${onDark ? "border-baredge" : "border-edge"}`}
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          onClick={() => option.value === value && onChange(value)}
          className={`${ITEM} ${onDark ? TONE.dark : TONE.light}`}
        >
          {option.label}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
