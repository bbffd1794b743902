import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { NumberField } from "@/lot/NumberField";
import { usePart, type Content } from "./planContext";

type Row = NonNullable<NonNullable<Content["day"]>["conditioning"]>[number];
const NEW: Row = { name: "Soak tank", hours: 12, capacity: 8 };

/** Ovens, tanks and cool-downs: how long, how many at once, from when. */
export function Conditioning() {
  const [day, set] = usePart("day");
  const rows = day.conditioning ?? [];
  const put = (at: number, fields: Partial<Row>) =>
    set({ conditioning: rows.map((row, i) => (i === at ? { ...row, ...fields } : row)) });
  return (
    <div className="mt-3 grid gap-2.5">
      {rows.map((row, i) => (
        <div
          key={i}
          className="border-line grid grid-cols-2 items-end gap-3 border-t pt-2.5 sm:grid-cols-[1.4fr_90px_90px_110px_120px_1fr_auto]"
        >
          <Field
            label="Conditioned in"
            value={row.name}
            maxLength={80}
            onChange={(event) => put(i, { name: event.target.value || NEW.name })}
          />
          <NumberField label="Hours" value={row.hours} onChange={(hours) => hours && put(i, { hours })} />
          <NumberField
            label="Holds"
            whole
            value={row.capacity}
            onChange={(capacity) => capacity && put(i, { capacity })}
          />
          <NumberField
            label="Cool-down, min"
            value={row.cool_minutes}
            onChange={(minutes) => put(i, { cool_minutes: minutes ?? 0 })}
          />
          <Field
            label="First run at"
            type="time"
            value={row.starts ?? ""}
            onChange={(event) => put(i, { starts: event.target.value || null })}
          />
          <Check checked={row.day_before ?? false} onChange={(event) => put(i, { day_before: event.target.checked })}>
            the evening before
          </Check>
          <button
            type="button"
            className="min-h-9 text-[13px] font-semibold underline"
            onClick={() => set({ conditioning: rows.filter((_, j) => j !== i) })}
          >
            Take out
          </button>
        </div>
      ))}
      <Button className="justify-self-start" onClick={() => set({ conditioning: [...rows, NEW] })}>
        {rows.length ? "Another conditioning" : "Add a conditioning"}
      </Button>
    </div>
  );
}
