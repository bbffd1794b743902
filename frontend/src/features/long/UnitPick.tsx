import type { LongKind } from "@/api/lastingQueries";
import { Choice } from "@/ui/Choice";

type Props = { kind: LongKind; units: Record<string, string>; onChange: (units: Record<string, string>) => void };

/** In which unit each channel is read: as its display shows it. */
export function UnitPick({ kind, units, onChange }: Props) {
  const open = kind.channels.filter((channel) => channel.units.length > 1);
  if (open.length === 0) return null;
  return (
    <div className="grid grid-cols-2 gap-3 min-[520px]:grid-cols-4">
      {open.map((channel) => (
        <Choice
          key={channel.key}
          label={`${channel.name} in`}
          value={units[channel.key] ?? channel.units[0] ?? ""}
          options={channel.units.map((unit) => ({ value: unit, label: unit }))}
          onChange={(unit) => onChange({ ...units, [channel.key]: unit })}
        />
      ))}
    </div>
  );
}
