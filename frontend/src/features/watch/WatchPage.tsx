import { useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { productQuery, watchQuery } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useRowKeys } from "@/keys/useRowKeys";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { MorningSheet } from "./MorningSheet";
import { OtherChart } from "./OtherChart";
import { ProductPanel } from "./ProductPanel";
import { ProductRows } from "./ProductRows";
import { ProductSheet } from "./ProductSheet";
import { Suspicion } from "./Suspicion";

type Open = "morning" | "new" | null;

/** Products broken every morning: what fell below its limit first, and why; then what is not done yet. */
export function WatchPage() {
  const { data, error, refetch } = useQuery(watchQuery);
  const { product: asked, chart } = useSearch({ from: "/outside/watch" });
  const [open, setOpen] = useState<Open>(null);
  const navigate = useNavigate();
  const may = useMay("keepWatchedBreak");
  const chosen = data?.products.find((p) => p.id === asked) ?? data?.products[0];
  const product = useQuery({ ...productQuery(chosen?.id ?? 0), enabled: chosen !== undefined });
  useRowKeys();
  useKeys(may ? [{ keys: "n", label: "This morning's breaks", run: () => setOpen("morning") }] : []);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="what is watched" />;
  const suspicion = chart ? null : product.data?.suspicion;
  const choose = (id: number) => void navigate({ to: "/watch", search: { product: id }, replace: true });
  return (
    <>
      <Head watch={data} onOpen={may ? setOpen : undefined} />
      {data.products.length === 0 && (
        <Empty title="Nothing is watched yet">
          What is made every day and broken every morning stands here, with its own band and its limit.
        </Empty>
      )}
      <div
        className={`grid grid-cols-[minmax(0,1fr)] content-start gap-4 ${suspicion ? "min-[1100px]:grid-cols-[minmax(0,1fr)_336px]" : ""}`}
      >
        {chart ? <OtherChart of={chart} /> : product.data && <ProductPanel product={product.data} />}
        {suspicion && product.data && (
          <div className="grid content-start gap-4 min-[1100px]:col-start-2 min-[1100px]:row-span-2 min-[1100px]:row-start-1">
            <Suspicion key={suspicion.break_id} product={product.data} suspicion={suspicion} />
          </div>
        )}
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
          <ProductRows watch={data} chosen={chart ? undefined : chosen?.id} chart={chart} onChoose={choose} />
        </div>
      </div>
      <Sheets open={open} watch={data} onClose={() => setOpen(null)} onMade={choose} />
    </>
  );
}

function Head({ watch, onOpen }: { watch: Schemas["Watch"]; onOpen?: (open: Open) => void }) {
  const { counts, products } = watch;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
      <h1>Watch</h1>
      <span className="text-soft">
        {plural(counts.today, "product")} to break today; {counts.done} done
        {counts.below > 0 && `, ${counts.below} below its limit`}
        {counts.today > counts.done && `, ${counts.today - counts.done} not yet`}
      </span>
      {onOpen && (
        <span className="ml-auto flex gap-2">
          <Button onClick={() => onOpen("new")}>Watch another</Button>
          {products.length > 0 && (
            <Button primary hint="N" onClick={() => onOpen("morning")}>
              This morning’s breaks
            </Button>
          )}
        </span>
      )}
    </div>
  );
}

type SheetsProps = { open: Open; watch: Schemas["Watch"]; onClose: () => void; onMade: (id: number) => void };

function Sheets({ open, watch, onClose, onMade }: SheetsProps) {
  if (open === "morning") return <MorningSheet watch={watch} onClose={onClose} />;
  return open === "new" ? <ProductSheet onClose={onClose} onMade={onMade} /> : null;
}
