import { useQuery } from "@tanstack/react-query";
import { catalogueQuery } from "@/api/queries";
import { useLot } from "@/lot/context";
import { Choice } from "@/ui/Choice";
import { wordOptions } from "@/ui/Pick";
import { usePart, usePlan } from "./planContext";

const NOTHING = { value: "", label: "not said" };

/** Where and how it is expected to break; what came otherwise is said. */
export function Expected() {
  const { plan, may } = usePlan();
  const { page } = useLot();
  const { data } = useQuery(catalogueQuery);
  const [expected, set] = usePart("expected");
  const zones = data?.item_types.find((type) => type.key === page.lot.item_type)?.zones ?? [];
  return (
    <>
      {may && (
        <div className="mt-3 grid grid-cols-2 gap-3">
          <Choice
            label="Expected to break at"
            value={expected.zone ?? ""}
            options={[NOTHING, ...zones.map((zone) => ({ value: zone.key, label: zone.name }))]}
            onChange={(zone) => set({ zone: zone || null })}
          />
          <Choice
            label="How"
            value={expected.mode ?? ""}
            options={[NOTHING, ...wordOptions(data?.modes ?? [])]}
            onChange={(mode) => set({ mode: mode || null })}
          />
        </div>
      )}
      {plan.expectation && <p className="mt-2">{plan.expectation}</p>}
    </>
  );
}
