import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { catalogueQuery, instrumentQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { stated } from "@/format/figure";
import { useSettings } from "@/lot/settings";
import { Button } from "@/ui/Button";
import { ErrorNote, Waiting } from "@/ui/states";
import { InstrumentView } from "./InstrumentView";
import { NewCheckSheet } from "./NewCheckSheet";

/** A cell outside any lot: everything that is known of it. */
export function InstrumentPage() {
  const { cellId } = useParams({ from: "/outside/benches/cells/$cellId" });
  const symbol = useSettings().unitOf("force") ?? "kN";
  const { data: cell, error, refetch } = useQuery(instrumentQuery(cellId, null, symbol));
  const { data: catalogue } = useQuery(catalogueQuery);
  const [checking, setChecking] = useState(false);
  const may = useMay("keepCheck");
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!cell) return <Waiting what="the cell" />;
  const unit = catalogue?.measurands.find((m) => m.key === "force")?.units.find((u) => u.symbol === symbol) ?? {
    symbol: "N",
    factor: 1,
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
        <h1>{cell.name}</h1>
        <span className="text-soft">
          {[
            `${stated(cell.capacity, symbol)} capacity`,
            cell.resolution && `steps of ${stated(cell.resolution, symbol)}`,
            cell.sampling_hertz && `${cell.sampling_hertz} Hz`,
            cell.serial && `serial ${cell.serial}`,
            cell.shows === "mass" && "set with masses: shows mass",
            cell.bench ? `on ${cell.bench}` : "on no bench",
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
        <span className="ml-auto flex gap-2.5">
          <Link
            to="/benches"
            className="rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3.5 font-semibold"
          >
            All benches
          </Link>
          {may && (
            <Button primary onClick={() => setChecking(true)}>
              New check
            </Button>
          )}
        </span>
      </div>
      <InstrumentView cell={cell} unit={unit} />
      {checking && <NewCheckSheet cell={cell} unit={unit} onClose={() => setChecking(false)} />}
    </>
  );
}
