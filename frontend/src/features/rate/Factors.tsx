import { useFigures } from "@/lot/context";
import type { Use } from "./useUse";

const REACHED = { below: "below its range", within: "in its range", above: "above its range" };

/** The design factor both ways, school by school: what it makes of the minimum, and the factor reached over a wanted load. */
export function Factors({ use }: { use: Use }) {
  const text = useFigures();
  const reached = use.factors.find((row) => row.reached)?.reached;
  return (
    <>
      {reached && (
        <p className="text-[13px]">
          Over the highest wanted load the minimum makes a factor of <b className="num">{reached.text}</b>.
        </p>
      )}
      {use.claims.map((sentence) => (
        <p key={sentence} className="mt-1 text-[13px]">
          {sentence}
        </p>
      ))}
      <table className="mt-1 w-full text-[13px]">
        <thead>
          <tr className="text-soft text-left">
            <th className="py-1 font-normal">Use</th>
            <th className="px-1 text-right font-normal">Factor</th>
            <th className="text-right font-normal">Limit</th>
          </tr>
        </thead>
        <tbody>
          {use.factors.map((row) => (
            <tr key={row.key} className="border-line border-t align-top" title={`${row.source}. ${row.note}`}>
              <td className={`py-1 leading-snug ${row.of_item ? "font-semibold" : ""}`}>
                {row.use}
                {row.reached && (
                  <span
                    className={`block font-normal ${row.reached.verdict === "below" ? "text-signal" : "text-soft"}`}
                  >
                    {REACHED[row.reached.verdict]}
                  </span>
                )}
              </td>
              <td className="num px-2.5 py-1 text-right whitespace-nowrap">
                {row.usual}
                {row.low !== row.high && (
                  <span className="text-soft block text-[12px]">
                    {row.low} to {row.high}
                  </span>
                )}
              </td>
              <td className="num py-1 text-right whitespace-nowrap">{row.limit ? text(row.limit) : "none"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-soft mt-1 text-[12.5px]">
        Starting points; which school is in force where it is used, a qualified person says.
      </p>
    </>
  );
}
