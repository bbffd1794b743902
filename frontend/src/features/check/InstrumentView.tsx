import { useState } from "react";
import { useMay } from "@/api/session";
import type { Schemas } from "@/api/client";
import { ErrorChart } from "@/charts/ErrorChart";
import { OverTime } from "@/charts/OverTime";
import { stated, type Unit } from "@/format/figure";
import { when } from "@/format/words";
import { Empty } from "@/ui/states";
import { Files } from "@/files/Files";
import { AffectedList } from "./AffectedList";
import { CheckList } from "./CheckList";
import { CrossSheet } from "./CrossSheet";
import { InLine } from "./InLine";
import { Papers } from "./Papers";
import { Worth } from "@/lot/Worth";
import type { Instrument } from "./useInstrument";

/** An instrument: the last check drawn, its checks over time, what it may be used for, what a reading is worth. */
export function InstrumentView({ cell, unit }: { cell: Instrument; unit: Unit }) {
  const [comparing, setComparing] = useState(false);
  const may = useMay("keepCrossCheck");
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-3.5 min-[1080px]:grid-cols-[minmax(0,1fr)_352px]">
      <div className="grid min-w-0 gap-3.5">
        {cell.affected && <AffectedList affected={cell.affected} />}
        {cell.last ? (
          <LastCheck check={cell.last} unit={unit} />
        ) : (
          <section className="sheet px-4 pb-4" aria-label="Indicated less applied">
            <Empty title="Never checked against masses">
              Hang known masses on it, up and down again; the check says from where to where it may be used.
            </Empty>
          </section>
        )}
        {cell.over_time.errors.length > 0 && (
          <section className="sheet min-w-0 px-4 py-3" aria-label="Over time">
            <h2 className="inline">Over time</h2>
            <span className="text-soft ml-2.5 text-[13px]">
              error at {stated(cell.over_time.force, unit.symbol)} of every check, and the pulls between
            </span>
            <OverTime
              checks={cell.over_time.errors.map((row) => ({
                at: row.at,
                error: row.error_si,
                passed: row.passed,
                label: `${when(row.at)}: ${stated(row.error, unit.symbol)}${row.passed ? "" : ", failed"}`,
              }))}
              pulls={cell.over_time.pulls}
              warn={cell.over_time.allowed_si === null ? null : cell.over_time.allowed_si / 2}
              unit={unit}
              words={cell.over_time.sentences}
            />
          </section>
        )}
        <CheckList cell={cell} />
      </div>
      <div className="grid min-w-0 gap-3.5">
        <Use cell={cell} unit={unit.symbol} />
        <Worth reading={cell.reading} unit={unit.symbol} />
        <InLine cross={cell.last_cross} onNew={may ? () => setComparing(true) : undefined} />
        <Papers cell={cell} unit={unit.symbol} />
        <Files files={cell.files} target={{ instrument_id: cell.id }} title="Photos and files" />
      </div>
      {comparing && <CrossSheet cell={cell} unit={unit.symbol} onClose={() => setComparing(false)} />}
    </div>
  );
}

const BAD = ["failed", "overloaded", "lapsed"];

function Use({ cell, unit }: { cell: Instrument; unit: string }) {
  const bad = BAD.includes(cell.state);
  return (
    <section className={`sheet px-4 py-3 ${bad ? "border-l-signal border-l-4" : ""}`} aria-label="It may be used">
      <h2>{bad ? "Not to be used now" : "It may be used"}</h2>
      {bad && <p className="text-signal mt-1 font-semibold">{cell.standing}</p>}
      {cell.last ? (
        <Sentences use={cell.last.use} sentences={cell.last.sentences} />
      ) : (
        cell.low &&
        cell.high && (
          <p className="mt-1">
            By its certificate from {stated(cell.low, unit)} to {stated(cell.high, unit)}.
          </p>
        )
      )}
      {!bad && <p className="text-soft mt-1">{cell.standing}</p>}
    </section>
  );
}

/** What it may be used for first; what stands out below, a line each. */
export function Sentences({ use, sentences }: { use: string; sentences: string[] }) {
  return (
    <>
      <p className="mt-1 text-[15px] font-semibold">{use}</p>
      <ul className="mt-1 grid gap-1 text-[13px]">
        {sentences.map((sentence) => (
          <li key={sentence} className="border-line border-t pt-1">
            {sentence}
          </li>
        ))}
      </ul>
    </>
  );
}

/** The readings of a check against what was hung on. */
export function LastCheck({ check, unit, title }: { check: Schemas["CheckShown"]; unit: Unit; title?: string }) {
  const points = check.points.filter((point) => point.direction === "up" || point.direction === "down");
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label="Indicated less applied">
      <h2 className="inline">{title ?? "Indicated less applied"}</h2>
      <span className="text-soft ml-2.5 text-[13px]">
        up <span className="text-measured">▲</span> and down <span className="text-measured">▽</span>; the line is the
        fit, the band what you allow
      </span>
      <ErrorChart
        points={points.map((point) => ({
          force: point.applied_si,
          error: point.error_si,
          way: point.direction === "up" ? "up" : "down",
          label: `series ${point.series} ${point.direction}, ${stated(point.applied, unit.symbol)}: ${stated(point.error, unit.symbol)}`,
        }))}
        band={check.allowed.map((p) => ({ force: p.force_si, error: p.allowed_si ?? 0 }))}
        line={check.line.map((p) => ({ force: p.force_si, error: p.error_si ?? 0 }))}
        unit={unit}
      />
      <details className="mt-1">
        <summary className="cursor-pointer text-[13px] font-semibold">
          Every reading <span className="text-soft font-normal">{check.conditions}</span>
        </summary>
        <table className="mt-1 w-full text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th className="py-1">Series</th>
              <th>Way</th>
              <th className="text-right">Applied</th>
              <th className="text-right">Indicated</th>
              <th className="text-right">Error</th>
              <th className="text-right">Swing</th>
            </tr>
          </thead>
          <tbody>
            {check.points.map((point, i) => (
              <tr key={i} className="border-line num border-t">
                <td className="py-1">{point.series}</td>
                <td className="font-sans">{point.direction === "end" ? "zero after" : point.direction}</td>
                <td className="text-right">{stated(point.applied, unit.symbol)}</td>
                <td className="text-right">{stated(point.indicated, unit.symbol)}</td>
                <td className="text-right">{stated(point.error, unit.symbol)}</td>
                <td className="text-right">{point.swing ? stated(point.swing, unit.symbol) : "–"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}
