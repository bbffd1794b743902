import { useQuery } from "@tanstack/react-query";
import { sessionQuery } from "@/api/queries";
import { ItemSketch } from "@/sketches/ItemSketch";
import { ErrorNote, Waiting } from "@/ui/states";
import { Readers } from "./Readers";

/** The tables behind the screens: design factors with their sources, item types with their zones. */
export function LibraryPage() {
  const { data, error, refetch } = useQuery(sessionQuery);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the library" />;
  return (
    <>
      <h1>Library</h1>
      <h2 className="pt-4 pb-1.5 text-[15px]">Design factors</h2>
      <p className="text-soft pb-2">
        Starting points for a conversation with the code in force. Rows marked “check” are compared with the edition in force before they
        are used.
      </p>
      <div className="sheet overflow-x-auto">
        <table className="w-full min-w-[640px] text-[13.5px]">
          <thead>
            <tr className="cap text-left [&>th]:px-3 [&>th]:py-2">
              <th>Use</th>
              <th className="text-right">Factor</th>
              <th className="text-right">Usual</th>
              <th>Source</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.design_factors.map((row) => (
              <tr key={row.key} className="border-line border-t [&>td]:px-3 [&>td]:py-1.5">
                <td className="font-semibold">
                  {row.use}
                  {row.note && <span className="text-soft block text-[12.5px] font-normal">{row.note}</span>}
                </td>
                <td className="num text-right whitespace-nowrap">{row.low === row.high ? row.low : `${row.low} to ${row.high}`}</td>
                <td className="num text-right">{row.usual}</td>
                <td className="text-soft">{row.source}</td>
                <td>{row.check && <span className="cap text-derived">check</span>}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Readers />
      <h2 className="pt-6 pb-2 text-[15px]">Item types and the places that can fail</h2>
      <div className="grid gap-3 min-[1100px]:grid-cols-3 sm:grid-cols-2">
        {data.item_types.map((type) => (
          <div key={type.key} className="sheet p-3">
            <h3 className="head pb-1">{type.name}</h3>
            <ItemSketch item={type.key} zones={[]} />
            <p className="text-soft pt-1 text-[12.5px]">{type.zones.map((z) => z.name).join(" · ")}</p>
          </div>
        ))}
      </div>
    </>
  );
}
