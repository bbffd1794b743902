import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "@/api/client";
import { chainQuery, registerQuery } from "@/api/queries";
import { isNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";

export type ChainTyped = { instrument: string; before: string; after: string };
export const NOTHING_TYPED: ChainTyped = { instrument: "", before: "", after: "" };

/** What a pull says of its chain: the cell somebody named, and the zeros as shown; nothing typed says nothing. */
export function chainBody({ instrument, before, after }: ChainTyped, unit: string): Partial<Schemas["NewPeak"]> {
  return {
    ...(instrument === "" ? {} : { instrument_id: Number(instrument) }),
    ...(before.trim() === "" ? {} : { zero_before: { text: before.trim(), unit } }),
    ...(after.trim() === "" ? {} : { zero_after: { text: after.trim(), unit } }),
  };
}

type Props = { value: ChainTyped; unit: string; errors: Record<string, string>; onChange: (value: ChainTyped) => void };

/** Which cell read it, and what it showed with no load on it. */
export function PeakChain({ value, unit, errors, onChange }: Props) {
  const { page } = useLot();
  const force = page.lot.measurand === "force";
  const { data: chain } = useQuery({ ...chainQuery(page.lot.id), enabled: force });
  const { data: register } = useQuery({ ...registerQuery, enabled: force });
  if (!force || !chain) return null;
  const usual = chain.instruments.find((cell) => cell.counts);
  const others = (register?.instruments ?? []).filter((cell) => cell.id !== usual?.id);
  const zero = (name: "before" | "after") => ({
    inputMode: "decimal" as const,
    placeholder: unit,
    value: value[name],
    error: badZero(value[name]) ?? errors[`zero_${name}`],
    onChange: (event: { target: { value: string } }) => onChange({ ...value, [name]: event.target.value }),
  });
  return (
    <details className="text-[13px]">
      <summary className="cursor-pointer">
        Read by <b className="font-semibold">{nameOf(value.instrument, others) ?? usual?.name ?? "no cell named"}</b>
        <span className="text-soft"> · {chain.line.line}</span>
      </summary>
      <div className="grid gap-2.5 pt-2">
        <Choice
          label="Cell"
          value={value.instrument}
          options={[
            { value: "", label: usual ? `${usual.name}, which counts here` : "None named" },
            ...others.map((cell) => ({ value: String(cell.id), label: cell.name })),
          ]}
          onChange={(instrument) => onChange({ ...value, instrument })}
        />
        <div className="grid grid-cols-2 gap-2.5">
          <Field label="Zero before" {...zero("before")} />
          <Field label="Zero after" {...zero("after")} />
        </div>
      </div>
    </details>
  );
}

/** A zero may lie below zero; what is typed is a number. */
export function badZero(text: string): string | undefined {
  const bare = text.trim().replace(/^[-−+]/, "");
  return text.trim() === "" || isNumber(bare) ? undefined : "a number, as shown";
}

const nameOf = (id: string, cells: { id: number; name: string }[]) =>
  cells.find((cell) => String(cell.id) === id)?.name;
