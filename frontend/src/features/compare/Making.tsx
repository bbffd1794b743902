import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { plainNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type MakingRow = Schemas["Making"];
const COLUMNS = [
  { name: "cost", label: "Cost" },
  { name: "grams", label: "Mass, g" },
  { name: "minutes", label: "Making, min" },
] as const;
type Name = (typeof COLUMNS)[number]["name"];
type Typed = Record<number, Record<Name, string>>;

/** What one piece of each lot takes, typed side by side; the cost in the shop's own currency. */
export function Making({ makings, onDone }: { makings: MakingRow[]; onDone: () => void }) {
  const { page } = useLot();
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Typed>(() => Object.fromEntries(makings.map((row) => [row.lot_id, texts(row)])));
  const wrong = makings.some((row) => COLUMNS.some(({ name }) => !readable(typed[row.lot_id]?.[name] ?? "")));
  const save = useMutation({
    mutationFn: async () => {
      for (const row of makings) {
        const now = typed[row.lot_id];
        if (!now || COLUMNS.every(({ name }) => now[name] === texts(row)[name])) continue;
        const body = Object.fromEntries(COLUMNS.map(({ name }) => [name, plainNumber(now[name])]));
        await answer(api.PUT("/api/lots/{id}/making", { params: { path: { id: row.lot_id } }, body }));
      }
    },
    onSuccess: () => {
      void lotChanged(queries, page.lot.id);
      onDone();
    },
  });
  const type = (id: number, name: Name, text: string) =>
    setTyped((now) => ({ ...now, [id]: { ...(now[id] ?? { cost: "", grams: "", minutes: "" }), [name]: text } }));
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onDone()}
      title="What one piece takes"
      description="Cost in your own currency, mass, and minutes to make it. Leave open what nobody knows."
      wide
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <table className="w-full text-[13px]">
          <thead>
            <tr className="text-soft text-left">
              <th className="py-1 font-normal">Lot</th>
              {COLUMNS.map(({ name, label }) => (
                <th key={name} className="w-24 px-1 font-normal">
                  {label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {makings.map((row) => (
              <tr key={row.lot_id} className="border-line border-t">
                <td className="py-1 pr-2">{row.name}</td>
                {COLUMNS.map(({ name, label }) => (
                  <td key={name} className="px-1 py-1">
                    <input
                      className="field num"
                      inputMode="decimal"
                      aria-label={`${label} of ${row.name}`}
                      aria-invalid={!readable(typed[row.lot_id]?.[name] ?? "")}
                      value={typed[row.lot_id]?.[name] ?? ""}
                      onChange={(event) => type(row.lot_id, name, event.target.value)}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {save.error && <ErrorNote message={save.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onDone}>Leave it</Button>
          <Button primary type="submit" disabled={wrong || save.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

const texts = (row: MakingRow) => ({ cost: text(row.cost), grams: text(row.grams), minutes: text(row.minutes) });
const text = (value: number | null) => (value === null ? "" : String(value));
const readable = (typed: string) => typed.trim() === "" || (plainNumber(typed) ?? 0) > 0;
