import { ToggleGroup } from "radix-ui";

type Props = {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
  onDark?: boolean;
};

/** A row of exclusive choices. */
export function Segments({ label, value, options, onChange, onDark }: Props) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(next) => onChange(next || value)}
      aria-label={label}
      className={`rounded-key flex overflow-hidden border ${onDark ? "border-baredge" : "border-edge"}`}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className={`px-2 py-1 -outline-offset-2 ${
            onDark
              ? "text-barsoft data-[state=on]:bg-barink data-[state=on]:text-bar data-[state=on]:font-semibold"
              : "data-[state=on]:bg-ink data-[state=on]:text-sheet data-[state=on]:font-semibold"
          }`}
        >
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
