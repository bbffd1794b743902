import { useQuery } from "@tanstack/react-query";
import { registerQuery } from "@/api/queries";
import { stated } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { LinkRow } from "./LinkRow";
import { usePlan, type PlanLink } from "./planContext";

const ANOTHER = "another";

/** The links one by one, from the anchor of the bench to the other end: added, moved, taken out. */
export function TrainEditor() {
  const { content, change } = usePlan();
  const { page, unit } = useLot();
  const links = content.train ?? [];
  const set = (train: PlanLink[]) => change({ train });
  const put = (at: number, link: PlanLink) => set(links.map((l, i) => (i === at ? link : l)));
  const move = (at: number, by: number) => {
    const next = [...links];
    const [link] = next.splice(at, 1);
    if (link) next.splice(at + by, 0, link);
    set(next);
  };
  const { data: register } = useQuery(registerQuery);
  const gear = register?.gear ?? [];
  const lots = (register?.lots ?? []).filter((lot) => lot.id !== page.lot.id);
  const add = (value: string) => {
    const row = gear.find((g) => String(g.id) === value);
    set([...links, row ? { name: row.name, kind: row.kind, gear_id: row.id } : { name: "Another link" }]);
  };
  return (
    <div className="mt-3 grid gap-2.5">
      <ol className="grid gap-2.5">
        {links.map((link, i) => (
          <LinkRow
            key={i}
            link={link}
            place={i}
            last={i === links.length - 1}
            onChange={(next) => put(i, next)}
            onMove={(by) => move(i, by)}
            onRemove={() => set(links.filter((_, j) => j !== i))}
            onSpecimen={() => set(links.map((l, j) => ({ ...l, specimen: j === i })))}
          />
        ))}
      </ol>
      <div className="flex flex-wrap items-end gap-2.5">
        <Choice
          className="w-72"
          label="Add from the gear register"
          value=""
          options={[
            { value: "", label: "choose …" },
            ...gear.map((g) => ({
              value: String(g.id),
              label: g.name,
              note: g.strength ? stated(g.strength, unit.symbol) : "strength unknown",
            })),
          ]}
          onChange={(value) => value && add(value)}
        />
        {lots.length > 0 && (
          <Choice
            className="w-72"
            label="or what was pulled before"
            value=""
            options={[
              { value: "", label: "choose …" },
              ...lots.map((lot) => ({
                value: String(lot.id),
                label: lot.name,
                note: `${lot.breaks} breaks${lot.mean ? `, mean ${stated(lot.mean, unit.symbol)}` : ""}`,
              })),
            ]}
            onChange={(value) => {
              const lot = lots.find((row) => String(row.id) === value);
              if (lot) set([...links, { name: lot.name, lot_id: lot.id }]);
            }}
          />
        )}
        <Button onClick={() => add(ANOTHER)}>Another link</Button>
      </div>
    </div>
  );
}
