import { Slider } from "radix-ui";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { figure } from "@/format/force";

type Rating = Schemas["Rating"];

/** Minimum, factor and working load limit; the factor as a slider with stops. */
export function Result({ rating, unit, onFactor }: { rating: Rating; unit: string; onFactor: (factor: number) => void }) {
  const stops = rating.stops;
  const nearest = stops.reduce(
    (best, s, i) => (Math.abs(s.factor - rating.factor) < Math.abs((stops[best]?.factor ?? 0) - rating.factor) ? i : best),
    0,
  );
  const [moving, setMoving] = useState<number | null>(null);
  const stop = moving === null ? null : stops[moving];
  if (!rating.minimum || !rating.working_load_limit) {
    return (
      <div className="sheet p-4">
        <div className="cap">Minimum breaking strength</div>
        <p className="mt-1 text-[22px] font-semibold">None yet</p>
        <p className="mt-1">{rating.recommended_because}</p>
      </div>
    );
  }
  const limit = stop ? { text: stop.text, unit: rating.unit, newtons: stop.newtons } : rating.working_load_limit;
  return (
    <div className="sheet p-4">
      <div className="cap">Minimum breaking strength</div>
      <div className="num text-derived text-[40px] leading-[1.15] font-semibold" data-testid="minimum">
        {figure(rating.minimum, unit)}
        <span className="ml-2 text-[18px]">{unit}</span>
      </div>
      <div className="mt-2 flex gap-7">
        <div>
          <div className="cap">Design factor</div>
          <div className="num text-[22px]">{(stop?.factor ?? rating.factor).toFixed(1)}</div>
        </div>
        <div>
          <div className="cap">Working load limit</div>
          <div className="num text-[22px]" data-testid="working-load">
            {figure(limit, unit)}
            <span className="ml-1.5 text-[14px]">{unit}</span>
          </div>
        </div>
      </div>
      <Slider.Root
        className="relative mt-4 flex h-8 touch-none items-center select-none"
        min={0}
        max={stops.length - 1}
        step={1}
        value={[moving ?? nearest]}
        onValueChange={([i]) => setMoving(i ?? null)}
        onValueCommit={([i]) => {
          setMoving(null);
          const chosen = stops[i ?? 0];
          if (chosen) onFactor(chosen.factor);
        }}
      >
        <Slider.Track className="bg-ink relative h-[1.5px] flex-1" />
        {stops.map((s, i) => (
          <span
            key={s.factor}
            aria-hidden="true"
            className="bg-ink absolute h-3 w-px"
            style={{ left: `calc(${(i / (stops.length - 1)) * 100}% + ${9 - (18 * i) / (stops.length - 1)}px)` }}
          />
        ))}
        <Slider.Thumb
          aria-label="Design factor"
          aria-valuetext={`${stop?.factor ?? rating.factor}`}
          className="bg-derived block h-[18px] w-[18px] rounded-full"
        />
      </Slider.Root>
      <div className="relative h-4" aria-hidden="true">
        {stops.map((s, i) =>
          i % 2 === 1 || i === stops.length - 1 || i === 0 ? (
            <span
              key={s.factor}
              className="num text-soft absolute -translate-x-1/2 text-[11px]"
              style={{ left: `calc(${(i / (stops.length - 1)) * 100}% + ${9 - (18 * i) / (stops.length - 1)}px)` }}
            >
              {s.factor}
            </span>
          ) : null,
        )}
      </div>
      <p className="text-soft mt-2 text-[12.5px]">{rating.factor_source}. Rounded down to the marking step.</p>
    </div>
  );
}
