import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import type { PlanLink } from "./planContext";

type Props = {
  link: PlanLink;
  place: number;
  last: boolean;
  onChange: (link: PlanLink) => void;
  onMove: (by: number) => void;
  onRemove: () => void;
  onSpecimen: () => void;
};
const LINK = "min-h-6 text-[13px] font-semibold underline";
const LEGS = [
  { value: "1", label: "straight" },
  { value: "2", label: "two legs" },
];

/** One link: its strength as stated or from the register, and what a knot, a bend or an angle makes of it. */
export function LinkRow({ link, place, last, onChange, onMove, onRemove, onSpecimen }: Props) {
  const set = (fields: Partial<PlanLink>) => onChange({ ...link, ...fields });
  const number = (
    label: string,
    key: "scatter_percent" | "share_percent" | "knot_percent" | "bend_percent" | "pin_percent",
  ) => <NumberField label={label} unit="%" value={link[key]} onChange={(value) => set({ [key]: value })} />;
  return (
    <li className="border-line grid gap-2.5 border-t pt-2.5">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <b className="num text-soft">{place + 1}</b>
        <Check checked={link.specimen ?? false} onChange={onSpecimen}>
          This is the specimen
        </Check>
        <span className="ml-auto flex gap-4">
          {place > 0 && (
            <button type="button" className={LINK} onClick={() => onMove(-1)} aria-label={`Move ${link.name} up`}>
              Up
            </button>
          )}
          {!last && (
            <button type="button" className={LINK} onClick={() => onMove(1)} aria-label={`Move ${link.name} down`}>
              Down
            </button>
          )}
          <button type="button" className={LINK} onClick={onRemove} aria-label={`Take out ${link.name}`}>
            Take out
          </button>
        </span>
      </div>
      <div className="grid gap-2.5 sm:grid-cols-2 lg:grid-cols-[1.4fr_1.3fr_100px_120px_110px]">
        <Field label="Link" value={link.name} maxLength={120} onChange={(event) => set({ name: event.target.value })} />
        <QuantityField
          label={link.specimen ? "Strength, if not as expected" : "Strength of one strand"}
          quantity="measured"
          value={link.strength}
          note={whence(link)}
          onChange={(strength) => set({ strength })}
        />
        {number("Scatter", "scatter_percent")}
        <Choice
          label="It runs"
          value={String(link.legs ?? 1)}
          options={LEGS}
          onChange={(legs) => set({ legs: Number(legs) })}
        />
        <NumberField
          label="Angle between"
          unit="°"
          value={link.included_degrees}
          onChange={(included_degrees) => set({ included_degrees: included_degrees ?? 0 })}
        />
      </div>
      {!link.specimen && (
        <details open={altered(link)}>
          <summary className="text-soft cursor-pointer text-[13px] font-semibold">
            Strands, knot, bend, small pin, stiffness
          </summary>
          <div className="mt-2 grid grid-cols-2 gap-2.5 sm:grid-cols-3 lg:grid-cols-6">
            <NumberField label="Strands" whole value={link.strands} onChange={(strands) => set({ strands })} />
            {number("Share of each", "share_percent")}
            {number("Knot leaves", "knot_percent")}
            {number("Bend leaves", "bend_percent")}
            {number("Pin leaves", "pin_percent")}
            <NumberField
              label="Stiffness, N/mm"
              value={link.stiffness_n_per_mm}
              onChange={(stiffness_n_per_mm) => set({ stiffness_n_per_mm })}
            />
          </div>
        </details>
      )}
    </li>
  );
}

const whence = (link: PlanLink) => {
  if (link.gear_id) return "empty: from the gear register";
  if (link.lot_id) return "empty: as its lot broke";
  return link.specimen ? undefined : "empty: unknown";
};

const altered = ({ strands, share_percent, knot_percent, bend_percent, pin_percent, stiffness_n_per_mm }: PlanLink) =>
  [share_percent, knot_percent, bend_percent, pin_percent, stiffness_n_per_mm].some((v) => v != null) ||
  (strands ?? 1) > 1;
