import { useQuery } from "@tanstack/react-query";
import { lotsQuery } from "@/api/queries";
import { Choice } from "@/ui/Choice";

export type Lots = { lot_id: number | null; reference_lot_id: number | null };
type Props = { value: Lots; onChange: (value: Lots) => void; error?: string };

/** The lot that is pulled after the test, and the one that never was under it: what is left is their ratio. */
export function LotPick({ value, onChange, error }: Props) {
  const lots = useQuery(lotsQuery("", 1, false)).data?.jobs.flatMap((job) => job.lots) ?? [];
  const options = [{ value: "", label: "none" }, ...lots.map((lot) => ({ value: String(lot.id), label: lot.name }))];
  const pick = (name: keyof Lots) => (id: string) => onChange({ ...value, [name]: id ? Number(id) : null });
  return (
    <div className="grid gap-3 min-[520px]:grid-cols-2">
      <Choice label="Pulled after it" value={String(value.lot_id ?? "")} options={options} onChange={pick("lot_id")} />
      <Choice
        label="Against the strength of"
        value={String(value.reference_lot_id ?? "")}
        options={options}
        onChange={pick("reference_lot_id")}
        error={error}
      />
    </div>
  );
}
