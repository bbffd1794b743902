import { RadioGroup } from "radix-ui";
import { Parts, type Part } from "./parts";

export type Zone = { key: string; name: string; x: number; y: number };
export type Drawn = { parts: Part[]; zones: Zone[]; picture_id: number | null };
type Props = { item: Drawn; bare?: boolean; chosen?: string | null; onChoose?: (zone: string) => void };

/** The item as a line drawing, or its picture; its zones can be picked on it or as words below it. */
export function ItemSketch({ item, bare, chosen, onChoose }: Props) {
  return (
    <div>
      <svg viewBox="0 0 280 96" className="block w-full max-w-[320px]" aria-hidden="true">
        {item.picture_id !== null && (
          <image
            href={`/api/pictures/${item.picture_id}`}
            width={280}
            height={96}
            preserveAspectRatio="xMidYMid meet"
          />
        )}
        <Parts parts={item.parts} />
        {!bare &&
          item.zones.map((zone) => <Ring key={zone.key} zone={zone} on={zone.key === chosen} onChoose={onChoose} />)}
      </svg>
      {onChoose && <Words zones={item.zones} chosen={chosen} onChoose={onChoose} />}
    </div>
  );
}

function Ring({ zone, on, onChoose }: { zone: Zone; on: boolean; onChoose?: (zone: string) => void }) {
  return (
    <g onClick={() => onChoose?.(zone.key)} className={onChoose ? "cursor-pointer" : undefined}>
      <circle cx={zone.x} cy={zone.y} r={14} fill="transparent" />
      <circle
        cx={zone.x}
        cy={zone.y}
        r={on ? 7 : 5}
        className={on ? "fill-signal stroke-signal" : "fill-sheet stroke-measured"}
        strokeWidth={1.6}
      />
      {on && <circle cx={zone.x} cy={zone.y} r={12} className="stroke-signal fill-none" strokeWidth={1.6} />}
    </g>
  );
}

function Words({
  zones,
  chosen,
  onChoose,
}: {
  zones: Zone[];
  chosen?: string | null;
  onChoose: (zone: string) => void;
}) {
  return (
    <RadioGroup.Root
      value={chosen ?? ""}
      onValueChange={onChoose}
      aria-label="Where it failed"
      className="mt-1 flex flex-wrap gap-1"
    >
      {zones.map((zone) => (
        <RadioGroup.Item
          key={zone.key}
          value={zone.key}
          className="rounded-key border-edge hover:bg-wash data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-sheet min-h-9 border px-2 text-[13px]"
        >
          {zone.name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
