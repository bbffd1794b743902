import { Slider } from "radix-ui";
import { useState } from "react";
import type { Schemas } from "@/api/client";

type Stops = Schemas["Rating"]["stops"];
type Props = {
  stops: Stops;
  factor: number | null;
  text: string | null;
  onMove: (stop: number | null) => void;
  onFactor: (factor: number) => void;
};

const THUMB = 18;

/** The design factor as a slider with stops; what each stop gives is known before it is let go. */
export function FactorSlider({ stops, factor, text, onMove, onFactor }: Props) {
  const [moving, setMoving] = useState<number | null>(null);
  const move = (stop: number | null) => {
    setMoving(stop);
    onMove(stop);
  };
  const last = stops.length - 1;
  const left = (i: number) => `calc(${(i / last) * 100}% + ${THUMB / 2 - (THUMB * i) / last}px)`;
  const named = (i: number) => i % 2 === 1 || i === last || i === 0;
  return (
    <>
      <Slider.Root
        className="relative mt-4 flex h-8 touch-none items-center select-none"
        min={0}
        max={last}
        step={1}
        value={[moving ?? (factor === null ? 0 : nearestStop(stops, factor))]}
        onValueChange={([i]) => move(i ?? null)}
        onValueCommit={([i]) => {
          move(null);
          const chosen = stops[i ?? 0];
          if (chosen) onFactor(chosen.factor);
        }}
      >
        <Slider.Track className="bg-ink relative h-[1.5px] flex-1" />
        {stops.map((s, i) => (
          <span key={s.factor} aria-hidden="true" className="bg-ink absolute h-3 w-px" style={{ left: left(i) }} />
        ))}
        <Slider.Thumb
          aria-label="Design factor"
          aria-valuetext={stops[moving ?? -1]?.text ?? text ?? "not chosen"}
          className={`block h-[18px] w-[18px] rounded-full ${factor === null && moving === null ? "border-signal bg-sheet border-2" : "bg-derived"}`}
        />
      </Slider.Root>
      <div className="relative h-4" aria-hidden="true">
        {stops.map((s, i) =>
          named(i) ? (
            <span
              key={s.factor}
              className="num text-soft absolute -translate-x-1/2 text-[11px]"
              style={{ left: left(i) }}
            >
              {s.text}
            </span>
          ) : null,
        )}
      </div>
    </>
  );
}

function nearestStop(stops: Stops, factor: number): number {
  const distance = (i: number) => Math.abs((stops[i]?.factor ?? 0) - factor);
  return stops.reduce((best, _, i) => (distance(i) < distance(best) ? i : best), 0);
}
