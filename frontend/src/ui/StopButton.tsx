import { useEffect, useEffectEvent } from "react";
import { Kbd } from "@/ui/Kbd";

type Props = { onStop: () => void; slim?: boolean };

/** Stop: alive for everybody, at all times, before anything else; it acts when it is touched, not when it is let go. */
export const StopButton = ({ onStop, slim }: Props) => (
  <button
    type="button"
    onPointerDown={(event) => {
      event.preventDefault();
      onStop();
    }}
    onClick={(event) => event.detail === 0 && onStop()}
    className={`rounded-key bg-signal text-sheet flex items-center justify-center gap-3 font-bold ${
      slim
        ? "h-12 min-w-[120px] border-2 border-current px-5 text-[17px]"
        : "h-14 min-w-[140px] flex-1 text-[19px] sm:min-w-[220px] sm:flex-none"
    }`}
  >
    Stop{" "}
    <span className="[&_kbd]:opacity-100">
      <Kbd>Esc</Kbd>
    </span>
  </button>
);

/** Escape stops, whatever is open and whatever has the focus. */
export function useStopKey(alive: boolean, stop: () => void) {
  const press = useEffectEvent(stop);
  useEffect(() => {
    if (!alive) return;
    const listen = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      press();
      event.preventDefault();
    };
    window.addEventListener("keydown", listen, { capture: true });
    return () => window.removeEventListener("keydown", listen, { capture: true });
  }, [alive]);
}
