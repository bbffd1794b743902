import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "@/api/client";
import { shown, stated } from "@/format/figure";
import { Button } from "@/ui/Button";
import { loadsOf, readingOrder, type CheckForm } from "./checkForm";
import type { Instrument } from "./useInstrument";

const EVERY_MS = 250;
type Props = { cell: Instrument; form: CheckForm; set: (change: Partial<CheckForm>) => void };

/** Load by load from the cell itself: hang it on, wait until it hangs still, take the mean of what it shows. */
export function FromCell({ cell, form, set }: Props) {
  const loads = loadsOf(form.loads);
  const left = readingOrder(loads, form.series).filter((one) => (form.cells[one.key] ?? "") === "");
  const next = left[0];
  const [hung, setHung] = useState<string | null>(null);
  const { data: reading } = useQuery({
    queryKey: ["stand-in", cell.id, form.readUnit],
    queryFn: () =>
      answer(
        api.GET("/api/instruments/{id}/stand-in", {
          params: { path: { id: cell.id }, query: { unit: form.readUnit } },
        }),
      ),
    refetchInterval: EVERY_MS,
  });
  const hang = useMutation({
    mutationFn: (key: string) => {
      const load = loads[Number(key.split(".")[2])] ?? "0";
      return answer(
        api.POST("/api/instruments/{id}/stand-in", {
          params: { path: { id: cell.id }, query: { unit: form.readUnit } },
          body: { applied: { text: load, unit: form.loadUnit } },
        }),
      );
    },
    onSuccess: (_, key) => setHung(key),
  });
  if (loads.length < 2) return <p className="text-soft">List the loads first.</p>;
  if (!next) return <p className="font-semibold">Every load was read.</p>;
  const load = `${loads[next.row]} ${form.loadUnit}`;
  const ready = hung === next.key && reading?.settled;
  const take = () => {
    if (reading)
      set({
        cells: {
          ...form.cells,
          [next.key]: shown(reading.mean, form.readUnit)
            .text.replace("\u2212", "-")
            .replace(/\u202f/g, ""),
        },
      });
  };
  return (
    <section className="sheet flex flex-wrap items-center gap-x-6 gap-y-2 px-4 py-3" aria-label="The cell">
      <div>
        <div className="cap">
          Series {next.series + 1}, {next.way}
        </div>
        <div className="head text-[22px]">{next.row === 0 ? "Empty hanger" : load}</div>
      </div>
      <div className="min-w-[220px]">
        <div className="num text-[34px] leading-none font-semibold" aria-live="off">
          {reading ? stated(reading.now, form.readUnit) : "–"}
        </div>
        <div className="text-soft mt-1 text-[13px]" role="status">
          {hung !== next.key
            ? "not hung on yet"
            : reading?.settled
              ? `hangs still: mean ${stated(reading.mean, form.readUnit)}`
              : `swings ± ${reading ? stated(reading.swing, form.readUnit) : "…"}`}
        </div>
      </div>
      <span className="ml-auto flex gap-2.5">
        <Button onClick={() => hang.mutate(next.key)} primary={hung !== next.key}>
          {next.row === 0 ? "Hanger is empty" : `${load} hangs`}
        </Button>
        <Button primary={Boolean(ready)} disabled={!ready} onClick={take}>
          Take it
        </Button>
      </span>
      <p className="text-soft w-full text-[12.5px]">
        A simulated cell stands in here for the bench’s own.{" "}
        {hang.error && <b className="text-signal">{hang.error.message}</b>}
      </p>
    </section>
  );
}
