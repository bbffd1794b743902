import type { Schemas } from "@/api/client";
import { Choice } from "@/ui/Choice";

const ROLES = [
  { value: "", label: "not said" },
  { value: "value", label: "the value" },
  { value: "unit", label: "its unit" },
  { value: "date", label: "the day" },
  { value: "piece", label: "the piece" },
  { value: "end", label: "the end" },
  { value: "group", label: "its lot" },
  { value: "counts_as", label: "the result", note: "broke, held, void" },
  { value: "failed_part", label: "what failed" },
  { value: "zone", label: "where it failed" },
  { value: "mode", label: "how it failed" },
  { value: "note", label: "a remark" },
];

type Props = { seen: Schemas["OldBreaks"]; onRole: (column: number, role: string) => void };

/** The first rows, with what each column was understood to be, to be changed. */
export function OldColumns({ seen, onRole }: Props) {
  return (
    // It scrolls by itself, so it takes the focus by itself.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div tabIndex={0} role="group" aria-label="The first rows" className="border-line overflow-auto border">
      <table className="w-full text-[13px]">
        <thead>
          <tr>
            {seen.head.map((name, i) => (
              <th key={i} className="border-line min-w-[132px] border-b p-2 text-left align-top font-normal">
                <span className="block pb-1 font-semibold">{name || "–"}</span>
                <Choice
                  bare
                  label={`Column ${name || i + 1} is`}
                  value={seen.roles[String(i)] ?? ""}
                  options={ROLES}
                  onChange={(role) => onRole(i, role)}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {seen.rows.slice(0, 3).map((row, i) => (
            <tr key={i}>
              {row.map((cell, at) => (
                <td key={at} className="border-line num border-t px-2 py-1 whitespace-nowrap">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
