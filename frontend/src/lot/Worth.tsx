import type { Figure } from "@/format/figure";
import { shown, stated } from "@/format/figure";
import type { Schemas } from "@/api/client";

/** What a reading is worth: its parts, what all readings share, what it comes to. */
export function Worth({ reading, unit }: { reading: Schemas["ReadingWorth"]; unit: string }) {
  return (
    <section className="sheet px-4 py-3" aria-label="What a reading is worth">
      <h2>What a reading of {stated(reading.force, unit)} is worth</h2>
      <WorthTable reading={reading} unit={unit} />
    </section>
  );
}

/** Its parts alone. */
export function WorthTable({ reading, unit }: { reading: Schemas["ReadingWorth"]; unit: string }) {
  return (
    <>
      {reading.parts.length === 0 && <p className="text-soft mt-1">Nothing is known that could say it.</p>}
      {reading.parts.length > 0 && (
        <table className="mt-1.5 w-full text-[13px]">
          <tbody>
            {reading.parts.map((part) => (
              <tr key={part.key} className="border-line border-t">
                <td className="py-1.5">
                  {part.name}
                  {part.shared && <span className="text-soft">, shared</span>}
                  {part.dof !== null && <span className="text-soft">, {part.dof} degrees of freedom</span>}
                  {part.bias && <span className="text-soft"> (moves it by {amount(part.bias, unit)})</span>}
                </td>
                <Value figure={part.standard} unit={unit} />
              </tr>
            ))}
            <tr className="border-ink border-t-[1.5px] font-semibold">
              <td className="py-1.5">Together, 95 %{reading.factor ? `, k ${reading.factor}` : ""}</td>
              {reading.expanded && <Value figure={reading.expanded} unit={unit} sign="± " />}
            </tr>
            {reading.shared && (
              <tr className="text-soft">
                <td className="pb-1">of which all readings share</td>
                <Value figure={reading.shared} unit={unit} sign="± " />
              </tr>
            )}
          </tbody>
        </table>
      )}
      {reading.unknown.length > 0 && (
        <p className="text-derived mt-1.5 text-[13px]">Not known, so not in it: {reading.unknown.join(", ")}.</p>
      )}
    </>
  );
}

const amount = (figure: Figure, unit: string) => stated(figure, unit);

function Value({ figure, unit, sign }: { figure: Figure; unit: string; sign?: string }) {
  const { text, unit: own } = shown(figure, unit);
  return (
    <td className="num py-1.5 text-right whitespace-nowrap">
      {sign}
      {text} <span className="text-soft inline-block w-7 pl-1 text-left font-sans">{own}</span>
    </td>
  );
}
