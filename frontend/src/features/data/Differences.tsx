import type { Schemas } from "@/api/client";
import { spelled } from "@/format/words";

type Props = { rows: Schemas["PackageDifference"][]; take: string[]; setTake: (uids: string[]) => void };

/** What is one thing here and another in the package, side by side; facts stay, the rest is chosen. */
export function Differences({ rows, take, setTake }: Props) {
  return (
    // It scrolls by itself, so it takes the focus by itself.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <ul tabIndex={0} aria-label="What differs" className="border-line max-h-[320px] overflow-auto border text-[13px]">
      {rows.map((row) => (
        <li key={row.table + row.uid + row.label} className="border-line border-t px-3 py-2 first:border-t-0">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <b className="font-semibold">
              {spelled(row.table)}: {row.label || row.uid}
            </b>
            {row.fact ? (
              <span className="text-soft ml-auto">a fact: it stays as it is here</span>
            ) : (
              <label className="ml-auto flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={take.includes(row.uid)}
                  onChange={(event) =>
                    setTake(event.target.checked ? [...take, row.uid] : take.filter((uid) => uid !== row.uid))
                  }
                />
                take it from the package
              </label>
            )}
          </div>
          <table className="mt-1 w-full table-fixed">
            <thead>
              <tr className="text-soft text-left">
                <th className="w-[28%] font-normal">what</th>
                <th className="font-normal">here</th>
                <th className="font-normal">in the package</th>
              </tr>
            </thead>
            <tbody>
              {row.columns.map((column) => (
                <tr key={column.name}>
                  <td className="text-soft">{spelled(column.name)}</td>
                  <td className="break-words">{column.here || "–"}</td>
                  <td className="break-words">{column.there || "–"}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </li>
      ))}
    </ul>
  );
}
