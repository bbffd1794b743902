import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { chainQuery, instrumentQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { useKeys } from "@/keys/keys";
import { PaperLink } from "@/paper/PaperLink";
import { Button } from "@/ui/Button";
import { Segments } from "@/ui/Segments";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { InstrumentView } from "./InstrumentView";
import { NewCheckSheet } from "./NewCheckSheet";
import { Readings } from "./Readings";
import type { Instrument } from "./useInstrument";

/** The measuring chain of a lot, before anything is rated from it. */
export function CheckPage() {
  const { page } = useLot();
  const { data: chain, error, refetch } = useQuery(chainQuery(page.lot.id));
  if (error && !chain) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!chain) return <Waiting what="the measuring chain" />;
  if (chain.measured) return <Measured chain={chain} />;
  return (
    <Empty title="Nothing to check here">
      Cells are checked for forces; this lot measures {page.lot.measurand.replaceAll("_", " ")}. What its readings share
      is stated under Ask.
    </Empty>
  );
}

function Measured({ chain }: { chain: Schemas["Chain"] }) {
  const { unit } = useLot();
  const { cell: asked } = useSearch({ from: "/lots/$lotId/check" });
  const rows = chain.instruments;
  const chosen = rows.find((row) => row.id === asked) ?? rows.find((row) => row.counts) ?? rows[0];
  const cell = useQuery({
    ...instrumentQuery(chosen?.id ?? 0, chain.force_si, unit.symbol),
    enabled: chosen !== undefined,
  });
  const [checking, setChecking] = useState(false);
  const may = useMay("keepCheck") && chosen !== undefined;
  useKeys(may ? [{ keys: "n", label: "New check", run: () => setChecking(true) }] : []);
  return (
    <>
      <Head chain={chain} cell={cell.data} chosen={chosen?.id} onNew={may ? () => setChecking(true) : undefined} />
      {chosen === undefined && <NoCell />}
      {cell.error && <ErrorNote message={cell.error.message} onRetry={() => void cell.refetch()} />}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3.5">
        {cell.data && <InstrumentView cell={cell.data} unit={unit} />}
        <Readings chain={chain} />
      </div>
      {checking && cell.data && <NewCheckSheet cell={cell.data} unit={unit} onClose={() => setChecking(false)} />}
    </>
  );
}

type HeadProps = { chain: Schemas["Chain"]; cell?: Instrument; chosen?: number; onNew?: () => void };

function Head({ chain, cell, chosen, onNew }: HeadProps) {
  const { page, unit } = useLot();
  const navigate = useNavigate();
  const choose = (id: string) =>
    void navigate({
      to: "/lots/$lotId/check",
      params: { lotId: page.lot.id },
      search: { cell: Number(id) },
      replace: true,
    });
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
      <h1>
        Check{cell ? `: ${cell.name}` : ""}
        {chain.bench && <span className="text-soft text-[14px] font-normal"> on {chain.bench.name}</span>}
      </h1>
      {chain.instruments.length > 1 && (
        <Segments
          label="Cell"
          value={String(chosen ?? "")}
          options={chain.instruments.map((row) => ({ value: String(row.id), label: row.name }))}
          onChange={choose}
        />
      )}
      <span className="ml-auto flex gap-2.5">
        {cell?.last?.id && (
          <PaperLink href={`/api/checks/${cell.last.id}/record?unit=${encodeURIComponent(unit.symbol)}`}>
            Check record
          </PaperLink>
        )}
        {onNew && (
          <Button primary hint="N" onClick={onNew}>
            New check
          </Button>
        )}
      </span>
    </div>
  );
}

function NoCell() {
  const { page } = useLot();
  return (
    <Empty title="No cell chosen yet">
      The plan names a bench, and the register says which cells are on it.{" "}
      <Link to="/lots/$lotId/plan" params={{ lotId: page.lot.id }} className="font-semibold underline">
        Choose a bench in the plan
      </Link>{" "}
      or enter a cell under{" "}
      <Link to="/benches" className="font-semibold underline">
        Benches
      </Link>
      .
    </Empty>
  );
}
