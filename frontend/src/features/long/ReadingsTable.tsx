import { useState } from "react";
import { answer, api } from "@/api/client";
import { useLongChange, type LongKind, type LongTest } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { hoursInWords } from "@/charts/longScale";
import { grouped } from "@/format/figure";
import { plural, spelled, when } from "@/format/words";
import { ReasonSheet } from "@/ui/ReasonSheet";
import { Scroll } from "@/ui/Scroll";

type Station = LongTest["stations"][number];
type Props = { test: LongTest; kind: LongKind; station: Station };

const SHOWN = 12;

/** What was read of a station, the newest first, with what happened in between. */
export function ReadingsTable({ test, kind, station }: Props) {
  const [all, setAll] = useState(false);
  const [withdrawing, setWithdrawing] = useState<number | null>(null);
  const may = useMay("withdrawLongReading");
  const withdraw = useLongChange(
    ({ id, reason }: { id: number; reason: string }) =>
      answer(api.POST("/api/long-readings/{id}/withdrawal", { params: { path: { id } }, body: { reason } })),
    () => setWithdrawing(null),
  );
  const channels = kind.channels.filter((c) => station.readings.some((r) => r.read[c.key]));
  const counted = kind.along === "count";
  const rows = [
    ...station.readings.map((r) => ({ ...r, event: "" })),
    ...station.events.map((e) => ({
      ...e,
      id: -e.id,
      read: {} as Station["readings"][number]["read"],
      source: "typed",
      event: spelled(e.word),
    })),
  ].sort((a, b) => b.hours - a.hours);
  if (rows.length === 0) return null;
  const shown = all ? rows : rows.slice(0, SHOWN);
  return (
    <section className="sheet px-4 py-3" aria-label={`Readings of ${station.name}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>{station.name}, the newest first</h2>
        <span className="text-soft text-[13px]">{plural(station.read_count, "reading")}</span>
        <a className="ml-auto text-[13px] underline" href={`/api/long-tests/${test.id}/readings.csv`}>
          All as CSV
        </a>
      </div>
      <Scroll label={`Table of readings of ${station.name}`}>
        <table className="mt-1 w-full text-[13px]">
          <thead>
            <tr className="text-soft text-left">
              <th className="py-1 pr-3 font-normal">When</th>
              <th className="pr-3 text-right font-normal">{counted ? "Cycles" : "After"}</th>
              {channels.map((c) => (
                <th key={c.key} className="pr-3 text-right font-normal">
                  {c.name}
                </th>
              ))}
              <th className="font-normal" />
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.id} className="border-line border-t">
                <td className="num py-1.5 pr-3 whitespace-nowrap">{when(row.at)}</td>
                <td className="num pr-3 text-right whitespace-nowrap">
                  {counted ? (row.count === null ? "" : grouped(row.count, 0)) : hoursInWords(row.hours)}
                </td>
                {channels.map((c) => (
                  <td key={c.key} className="num pr-3 text-right whitespace-nowrap">
                    {row.read[c.key] ? `${row.read[c.key]?.text} ${row.read[c.key]?.unit}`.trim() : ""}
                  </td>
                ))}
                <td className="text-soft">
                  {row.event && <b className="text-ink font-semibold">{row.event}</b>}
                  {row.event && row.note && ": "}
                  {row.note}
                  {row.source === "logged" && "logged"}
                  {may && row.id > 0 && row.source === "typed" && (
                    <button
                      type="button"
                      className="ml-2 underline underline-offset-4"
                      onClick={() => setWithdrawing(row.id)}
                    >
                      Withdraw
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
      {rows.length > SHOWN && (
        <button type="button" className="pt-2 text-[13px] font-semibold underline" onClick={() => setAll(!all)}>
          {all ? "Only the newest" : `All ${rows.length}`}
        </button>
      )}
      {withdrawing !== null && (
        <ReasonSheet
          title="Withdraw this reading"
          description="It stays in the store and no longer counts."
          verb="Withdraw"
          pending={withdraw.isPending}
          error={withdraw.error}
          send={(reason) => withdraw.mutate({ id: withdrawing, reason })}
          onClose={() => setWithdrawing(null)}
        />
      )}
    </section>
  );
}
