import { useEffect, useRef } from "react";

const STEP = 0.01;
const SPREAD = 0.004; // of what the drawing says
const DECIMALS = 2;

/** Stands in for a caliper with a plug: its button types a reading and Enter into the field that has the focus. */
export function Caliper() {
  const last = useRef<HTMLInputElement | null>(null);
  useEffect(() => {
    const seen = ({ target }: FocusEvent) => {
      if (target instanceof HTMLInputElement && target.dataset.caliper !== undefined) last.current = target;
    };
    document.addEventListener("focusin", seen);
    return () => document.removeEventListener("focusin", seen);
  }, []);
  const press = () => {
    const field = last.current ?? document.querySelector<HTMLInputElement>("input[data-caliper]");
    if (!field) return;
    const nominal = Number(field.dataset.caliper) || 10;
    const value = Math.round((nominal * (1 + (Math.random() - 0.5) * SPREAD)) / STEP) * STEP;
    field.focus();
    type(field, value.toFixed(DECIMALS));
    field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
  };
  return (
    <p className="text-soft text-[12.5px]">
      <button
        type="button"
        className="text-ink font-semibold underline"
        onMouseDown={(event) => event.preventDefault()}
        onClick={press}
      >
        Press the caliper
      </button>{" "}
      A simulated one stands in; a real one types here by itself. Enter on an empty field goes on.
    </p>
  );
}

/** As a keyboard would. */
function type(field: HTMLInputElement, text: string) {
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
  set?.call(field, text);
  field.dispatchEvent(new Event("input", { bubbles: true }));
}
