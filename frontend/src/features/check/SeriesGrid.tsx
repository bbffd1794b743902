import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { NumberField } from "@/lot/NumberField";
import { Scroll } from "@/ui/Scroll";
import { cellKey, loadsOf, readingOrder, type CheckForm } from "./checkForm";

const LOADS = ["kg", "g", "t", "lb", "kN", "N", "lbf", "kgf"].map((symbol) => ({ value: symbol, label: symbol }));
const READS = ["kN", "N", "daN", "kgf", "tf", "lbf"].map((symbol) => ({ value: symbol, label: symbol }));
type Props = { form: CheckForm; set: (change: Partial<CheckForm>) => void };

/** The notebook's table: a row a mass, a column each way of each series. Enter goes on in the order of reading. */
export function SeriesGrid({ form, set }: Props) {
  const loads = loadsOf(form.loads);
  const order = readingOrder(loads, form.series).map((cell) => cell.key);
  const type = (key: string, text: string) => set({ cells: { ...form.cells, [key]: text } });
  return (
    <div className="grid gap-3">
      <div className="grid items-start gap-3 sm:grid-cols-[minmax(0,1fr)_80px_110px_80px]">
        <Field
          label="Loads, small to large"
          placeholder="0 20 40 60+20 100"
          note="from the empty hanger, 0; sums are added up"
          value={form.loads}
          onChange={(event) => set({ loads: event.target.value })}
        />
        <Choice label="in" value={form.loadUnit} options={LOADS} onChange={(loadUnit) => set({ loadUnit })} />
        <NumberField
          label="Series"
          whole
          value={form.series}
          onChange={(series) => set({ series: Math.min(Math.max(series ?? 1, 1), 6) })}
        />
        <Choice label="Display" value={form.readUnit} options={READS} onChange={(readUnit) => set({ readUnit })} />
      </div>
      {loads.length > 1 && (
        <Scroll label="Readings">
          <table className="text-[13px]">
            <thead>
              <tr className="cap">
                <th className="py-1 pr-3 text-left">Load, {form.loadUnit}</th>
                {Array.from({ length: form.series }, (_, s) => [
                  <th key={`${s}up`} className="px-1">
                    {s + 1} up ▲
                  </th>,
                  <th key={`${s}down`} className="px-1">
                    {s + 1} down ▽
                  </th>,
                ])}
              </tr>
            </thead>
            <tbody>
              {loads.map((load, row) => (
                <tr key={`${row}${load}`}>
                  <th scope="row" className="num pr-3 text-right font-normal">
                    {load}
                  </th>
                  {Array.from({ length: form.series }, (_, s) =>
                    (["up", "down"] as const).map((way) => {
                      const key = cellKey(s, way, row);
                      return (
                        <td key={key} className="p-0.5">
                          {way === "down" && row === loads.length - 1 ? null : (
                            <input
                              className="field num w-[86px] text-right"
                              inputMode="decimal"
                              id={`reading-${key}`}
                              aria-label={`Series ${s + 1}, ${way}, ${load} ${form.loadUnit}`}
                              value={form.cells[key] ?? ""}
                              onChange={(event) => type(key, event.target.value)}
                              onKeyDown={(event) => {
                                if (event.key !== "Enter") return;
                                event.preventDefault();
                                const next = order[order.indexOf(key) + 1];
                                if (next) document.getElementById(`reading-${next}`)?.focus();
                              }}
                            />
                          )}
                        </td>
                      );
                    }),
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </Scroll>
      )}
    </div>
  );
}
