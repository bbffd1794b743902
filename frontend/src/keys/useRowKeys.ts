import { useKeys } from "./keys";

/** j and k go through the rows of a list; Enter opens the one that has the focus, as any link. */
export function useRowKeys() {
  const move = (step: number) => {
    const rows = [...document.querySelectorAll<HTMLElement>("main a[data-row]")];
    const at = rows.findIndex((row) => row === document.activeElement);
    rows[Math.min(Math.max(at + step, 0), rows.length - 1)]?.focus();
  };
  useKeys([
    { keys: "j", label: "Next row", run: () => move(1) },
    { keys: "k", label: "Row before", run: () => move(-1) },
  ]);
}
