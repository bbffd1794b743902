import { useQuery } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { heardQuery } from "@/api/trustQueries";
import { plural, when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Caution, Empty, ErrorNote, Waiting } from "@/ui/states";
import { TakeOver } from "./TakeOver";

export type Said = Schemas["Heard"]["rows"][number];

/** What packages say that people did: it counts for nothing until somebody here takes it over in their own name. */
export function HeardPage() {
  const { lot } = useSearch({ from: "/outside/heard" });
  const { data, error, refetch } = useQuery(heardQuery(lot));
  const [taking, setTaking] = useState<Said[] | null>(null);
  const may = useMay("takeOver");
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="what packages say" />;
  const able = data.rows.filter((row) => row.takes);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
        <h1>Said by packages</h1>
        <span className="text-soft">
          {plural(data.in_all, "act")} not proved here
          {data.in_all > data.rows.length && `, the first ${data.rows.length} shown`}
        </span>
        {may && able.length > 1 && (
          <Button primary className="ml-auto" onClick={() => setTaking(able)}>
            Take over all {able.length}
          </Button>
        )}
      </div>
      {data.rows.length === 0 ? (
        <Empty title="Nothing is only said">
          What a package brings from an installation that nobody here believes stands here first. Which ones are
          believed is told under{" "}
          <Link to="/verification" className="text-ink font-semibold underline">
            Verification
          </Link>
          .
        </Empty>
      ) : (
        <>
          <Caution>
            None of this counts: no figure, no rating and no paper rests on it. Whoever takes a line over has looked at
            the curve or the piece, and stands for it from then on.
          </Caution>
          {lotsOf(data.rows).map((rows) => (
            <OfLot key={rows[0]?.lot_id ?? 0} rows={rows} onTake={may ? (row) => setTaking([row]) : undefined} />
          ))}
        </>
      )}
      {data.marked > 0 && (
        <p className="text-soft pt-4 text-[13px]">
          {plural(data.marked, "row")} besides {data.marked === 1 ? "stands" : "stand"} in{" "}
          {data.marked === 1 ? "its" : "their"} tables from elsewhere: typed by people there or found by other rules,
          and not proved here.
        </p>
      )}
      {taking && <TakeOver rows={taking} onClose={() => setTaking(null)} />}
    </>
  );
}

function OfLot({ rows, onTake }: { rows: Said[]; onTake?: (row: Said) => void }) {
  const first = rows[0];
  const one = rows.every((row) => row.why === first?.why) ? first?.why : undefined;
  return (
    <section className="pt-4" aria-label={first?.lot ?? "Of no lot"}>
      <div className="flex flex-wrap items-baseline gap-x-4 pb-1">
        <h2 className="text-[15px]">
          {first?.lot_id ? (
            <Link to="/lots/$lotId" params={{ lotId: first.lot_id }} className="underline">
              {first.lot}
            </Link>
          ) : (
            "Of no lot"
          )}
        </h2>
        {one && <span className="text-soft text-[13px]">{one}</span>}
      </div>
      <ul className="sheet">
        {rows.map((row) => (
          <Line key={row.id} row={row} why={one ? undefined : row.why} onTake={onTake} />
        ))}
      </ul>
    </section>
  );
}

function Line({ row, why, onTake }: { row: Said; why?: string; onTake?: (row: Said) => void }) {
  return (
    <li className="border-line grid items-center gap-x-4 gap-y-1 border-t px-3 py-1.5 first:border-t-0 min-[820px]:grid-cols-[160px_1fr_1fr_auto]">
      <b className="border-derived border-l-4 border-dotted pl-2 font-semibold">{row.what}</b>
      <span className="break-words">{row.words}</span>
      <span className="text-soft text-[13px]">
        said of {row.by || "somebody"}
        {row.at && `, ${when(row.at)}`}
        {why && `; ${why}`}
      </span>
      {row.takes ? (
        onTake && <Button onClick={() => onTake(row)}>Take over …</Button>
      ) : (
        <span className="text-soft text-[13px]">sign it here instead</span>
      )}
    </li>
  );
}

function lotsOf(rows: Said[]): Said[][] {
  const of = new Map<number, Said[]>();
  for (const row of rows) of.set(row.lot_id ?? 0, [...(of.get(row.lot_id ?? 0) ?? []), row]);
  return [...of.values()];
}
