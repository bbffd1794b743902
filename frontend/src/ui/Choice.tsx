import { Select } from "radix-ui";
import { useId, type KeyboardEvent } from "react";

export type Option = { value: string; label: string; note?: string };
type Props = {
  label: string;
  value: string;
  options: Option[];
  onChange: (value: string) => void;
  className?: string;
  bare?: boolean;
  error?: string;
};

const NONE = "\u0000";

/** A letter that was meant for the page changes nothing in a list that is closed; Enter, Space and arrows open it. */
const keepsWhileClosed = (event: KeyboardEvent<HTMLButtonElement>) => {
  const open = event.currentTarget.getAttribute("aria-expanded") === "true";
  if (!open && event.key.length === 1 && event.key !== " ") event.preventDefault();
};

/** One of a list. An empty value is allowed and shown as its own option. */
export function Choice({ label, value, options, onChange, className, bare, error }: Props) {
  const id = useId();
  return (
    <div className={className}>
      {!bare && (
        <label htmlFor={id} className="cap mb-1 block">
          {label}
        </label>
      )}
      <Select.Root value={value === "" ? NONE : value} onValueChange={(next) => onChange(next === NONE ? "" : next)}>
        <Select.Trigger
          id={id}
          aria-label={bare ? label : undefined}
          onKeyDown={keepsWhileClosed}
          className="field flex items-center justify-between gap-2 text-left"
        >
          <Select.Value />
          <Select.Icon aria-hidden="true" className="text-soft">
            ▾
          </Select.Icon>
        </Select.Trigger>
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={4}
            className="border-edge bg-sheet z-50 max-h-80 min-w-(--radix-select-trigger-width) overflow-hidden border shadow-lg"
          >
            <Select.Viewport className="p-1">
              {options.map((option) => (
                <Select.Item
                  key={option.value}
                  value={option.value === "" ? NONE : option.value}
                  className="data-[highlighted]:bg-ink data-[highlighted]:text-sheet cursor-pointer px-2.5 py-1.5 outline-none select-none"
                >
                  <Select.ItemText>{option.label}</Select.ItemText>
                  {option.note && <div className="text-[12px] opacity-75">{option.note}</div>}
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      </Select.Root>
      {error && <div className="text-signal text-[12px] font-semibold">{error}</div>}
    </div>
  );
}
