import { grouped, isOpen, meanings, plainNumber, toUnit, type Unit } from "@/format/figure";
import { useFigures, useLot } from "@/lot/context";

const ODD = 3; // times as much, or as little, as the others

/** What is typed, in the lot's unit as a position on its axis; and a doubt when it lies far from the others. */
export function OddReading({ text, unit, units }: { text: string; unit: string; units: Unit[] }) {
  const { page } = useLot();
  const figure = useFigures();
  const value = plainNumber(text);
  const own = units.find((u) => u.symbol === page.lot.display_unit);
  const typed = units.find((u) => u.symbol === unit);
  const si = value !== null && typed ? value * typed.factor : null;
  const others = page.pulls.flatMap((p) => (p.measurement ? [p.measurement] : []));
  const usual = others.length ? others.reduce((sum, m) => sum + m.value_si, 0) / others.length : null;
  const odd = si && usual && (si > usual * ODD || si < usual / ODD);
  return (
    <p className="text-soft min-h-5 text-[13px]" aria-live="polite">
      {si !== null && own && own.symbol !== unit && (
        <>
          about <b className="num text-ink">{grouped(toUnit(si, own), 2)}</b> {own.symbol}
        </>
      )}
      {isOpen(text) && (
        <span className="text-derived font-semibold">
          {meanings(text).decimal} or {meanings(text).thousands} {unit}? What the cell and the other readings leave open
          is asked.
        </span>
      )}
      {odd && (
        <span className="text-signal font-semibold">
          {" "}
          Far from the others, such as {figure(others[0]?.figure)}: is the unit right?
        </span>
      )}
    </p>
  );
}
