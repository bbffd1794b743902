import { DRAWINGS } from "./drawings";

type Zone = { key: string; name: string };
type Props = { item: string; zones: Zone[]; chosen?: string | null; onChoose?: (zone: string) => void };

/** The item as a line drawing; its zones can be picked on it or as words below it. */
export function ItemSketch({ item, zones, chosen, onChoose }: Props) {
  const drawing = DRAWINGS[item];
  return (
    <div>
      {drawing && (
        <svg viewBox="0 0 280 96" className="block w-full max-w-[320px]" aria-hidden="true">
          <g className="stroke-ink fill-none">{drawing.art}</g>
          {zones.map((zone) => {
            const place = drawing.places[zone.key];
            if (!place) return null;
            const on = zone.key === chosen;
            return (
              <g key={zone.key} onClick={() => onChoose?.(zone.key)} className={onChoose ? "cursor-pointer" : undefined}>
                <circle cx={place[0]} cy={place[1]} r={14} fill="transparent" />
                <circle
                  cx={place[0]}
                  cy={place[1]}
                  r={on ? 7 : 5}
                  className={on ? "fill-signal stroke-signal" : "fill-sheet stroke-measured"}
                  strokeWidth={1.6}
                />
                {on && <circle cx={place[0]} cy={place[1]} r={12} className="stroke-signal fill-none" strokeWidth={1.6} />}
              </g>
            );
          })}
        </svg>
      )}
      <div className="mt-1 flex flex-wrap gap-1" role="radiogroup" aria-label="Where it failed">
        {zones.map((zone) => (
          <button
            key={zone.key}
            type="button"
            role="radio"
            aria-checked={zone.key === chosen}
            onClick={() => onChoose?.(zone.key)}
            className={`rounded-key min-h-8 border px-2 text-[13px] ${zone.key === chosen ? "border-ink bg-ink text-sheet" : "border-edge hover:bg-wash"}`}
          >
            {zone.name}
          </button>
        ))}
      </div>
    </div>
  );
}
