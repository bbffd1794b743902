import { DayStrip } from "@/charts/DayStrip";
import { useLot } from "@/lot/context";
import { Field } from "@/ui/Field";
import { Conditioning } from "./Conditioning";
import { NumberField } from "@/lot/NumberField";
import { Panel } from "./Panel";
import { usePart, usePlan } from "./planContext";

/** The day as a strip; what slips moves what follows. */
export function DayPanel() {
  const { plan, may } = usePlan();
  const { page } = useLot();
  const [day, set] = usePart("day");
  const answer = plan.sections.day;
  const file = (name: string) => `/api/lots/${page.lot.id}/plan-papers/day.${name}`;
  return (
    <Panel title="The day" aside={answer.learned} answer={answer}>
      {answer.items && <DayStrip items={answer.items} />}
      {may && (
        <details className="mt-2.5">
          <summary className="text-soft cursor-pointer text-[13px] font-semibold">
            Hours, minutes, benches, what is conditioned
          </summary>
          <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4 lg:grid-cols-8">
            <Field
              label="Day"
              type="date"
              value={day.date ?? ""}
              onChange={(event) => set({ date: event.target.value || null })}
            />
            <Clock label="From" value={day.opens ?? "07:00"} onChange={(opens) => set({ opens })} />
            <Clock label="To" value={day.closes ?? "16:00"} onChange={(closes) => set({ closes })} />
            <NumberField
              label="Check, min"
              value={day.check_minutes}
              onChange={(minutes) => set({ check_minutes: minutes ?? 0 })}
            />
            <NumberField
              label="Set-up, min"
              value={day.setup_minutes}
              onChange={(minutes) => set({ setup_minutes: minutes ?? 0 })}
            />
            <NumberField
              label="A pull, min"
              value={day.minutes_each}
              placeholder="learned"
              onChange={(minutes_each) => set({ minutes_each })}
            />
            <NumberField label="Benches" whole value={day.benches} onChange={(benches) => set({ benches })} />
            <NumberField label="Operators" whole value={day.operators} onChange={(operators) => set({ operators })} />
          </div>
          <Conditioning />
        </details>
      )}
      {answer.items && plan.revision > 0 && (
        <p className="mt-2 flex gap-4 text-[13px]">
          <a className="font-semibold underline" href={file("ics")}>
            Into a calendar
          </a>
          <a className="font-semibold underline" href={file("csv")}>
            As a table
          </a>
        </p>
      )}
    </Panel>
  );
}

type ClockProps = { label: string; value: string; onChange: (value: string) => void };

export function Clock({ label, value, onChange }: ClockProps) {
  return (
    <Field
      label={label}
      type="time"
      value={value}
      onChange={(event) => event.target.value && onChange(event.target.value)}
    />
  );
}
