import type { ReactNode } from "react";
import { toast } from "sonner";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";
import { Scroll } from "@/ui/Scroll";
import { useRetire, type Table } from "./useRegister";

export type Column<Row> = [string, (row: Row) => ReactNode];
type Base = { id: number; version: number; name: string; note: string };
type Props<Row extends Base> = {
  title: string;
  table: Table;
  rows: Row[];
  columns: Column<Row>[];
  onAdd?: () => void;
  onChange?: (row: Row & Record<string, unknown>) => void;
};

/** One kind of the register's rows. */
export function RegisterTable<Row extends Base>({ title, table, rows, columns, onAdd, onChange }: Props<Row>) {
  const retire = useRetire(table);
  const may = useMay("retireRegisterRow");
  const link = "min-h-6 text-[13px] font-semibold underline";
  return (
    <section aria-label={title} className="pt-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pb-1.5">
        <h2 className="text-[15px]">{title}</h2>
        {onAdd && (
          <Button className="ml-auto" onClick={onAdd}>
            Add
          </Button>
        )}
      </div>
      <Scroll label={`${title}, list`} className="sheet">
        {rows.length === 0 ? (
          <p className="text-soft p-3">Nothing is entered yet.</p>
        ) : (
          <table className="w-full min-w-[620px] text-[13.5px]">
            <thead>
              <tr className="cap text-left">
                {columns.map(([name]) => (
                  <th key={name} className="px-3 py-1.5">
                    {name}
                  </th>
                ))}
                <th />
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.id} className="border-line border-t align-baseline">
                  {columns.map(([name, cell], i) => (
                    <td key={name} className="px-3 py-2">
                      {cell(row)}
                      {i === 0 && row.note && <span className="text-soft block text-[12.5px]">{row.note}</span>}
                    </td>
                  ))}
                  <td className="px-3 py-2 text-right whitespace-nowrap">
                    {onChange && (
                      <button
                        type="button"
                        className={`${link} mr-4`}
                        aria-label={`Change ${row.name}`}
                        onClick={() => onChange(row)}
                      >
                        Change
                      </button>
                    )}
                    {may && (
                      <button
                        type="button"
                        className={link}
                        aria-label={`Retire ${row.name}`}
                        onClick={() => retire.mutate(row.id, { onError: (error) => toast.error(error.message) })}
                      >
                        Retire
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Scroll>
    </section>
  );
}
