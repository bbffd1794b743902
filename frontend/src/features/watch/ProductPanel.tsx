import { useState } from "react";
import type { WatchedProduct } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { BandChart } from "@/charts/BandChart";
import { stated } from "@/format/figure";
import { when } from "@/format/words";
import { useSettings } from "@/lot/settings";
import { useMeasurand } from "@/lot/units";
import { ChangeSheet } from "./ChangeSheet";
import { ProductSheet } from "./ProductSheet";
import { Values } from "./Values";

/** The course of one product, with the answer in its heading. */
export function ProductPanel({ product }: { product: WatchedProduct }) {
  const [open, setOpen] = useState<"change" | "edit" | null>(null);
  const unit = useUnit(product);
  const may = useMay("noteWatchedChange");
  return (
    <section className="sheet px-4 py-3" aria-label={product.name}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[15px]">
          {product.name} <span className={product.open ? "text-signal" : ""}>{heading(product)}</span>
        </h2>
        <span className="text-soft text-[13px]">one break a morning; the band is what this product does by itself</span>
      </div>
      <BandChart
        points={product.points.map((p) => ({
          at: p.at,
          value: p.value_si / unit.factor,
          label: `${stated(p.figure, unit.symbol)} ${isToday(p.at) ? "today" : ""}`,
          below: p.below,
          title: `${stated(p.figure, unit.symbol)}, ${when(p.at)}${p.batch ? `, ${p.batch}` : ""}`,
        }))}
        band={
          product.band && {
            low: product.band.low_si / unit.factor,
            high: product.band.high_si / unit.factor,
            centre: product.band.centre_si / unit.factor,
            provisional: product.band.provisional,
          }
        }
        limit={product.limit && product.limit.value_si / unit.factor}
        patterns={product.patterns}
        changes={product.changes}
        stated={labels(product, unit.symbol)}
        unit={unit.symbol}
        label={`${product.name}: ${product.sentence}`}
      />
      <Sentences product={product} unit={unit.symbol} />
      {may && (
        <div className="flex flex-wrap gap-x-4 pt-2 text-[13px] font-semibold">
          <button type="button" className="underline underline-offset-4" onClick={() => setOpen("change")}>
            Something changed in its making
          </button>
          <button type="button" className="underline underline-offset-4" onClick={() => setOpen("edit")}>
            Limit and days
          </button>
        </div>
      )}
      <Values product={product} unit={unit.symbol} />
      {open === "change" && <ChangeSheet product={product} onClose={() => setOpen(null)} />}
      {open === "edit" && <ProductSheet product={product} onClose={() => setOpen(null)} onMade={() => undefined} />}
    </section>
  );
}

/** The limit as somebody typed it, where it is shown in that unit. */
function labels(product: WatchedProduct, unit: string) {
  const { band, limit } = product;
  if (!band || !limit || limit.unit !== unit) return undefined;
  return { centre: stated(band.centre, unit), limit: `${limit.text} ${unit}` };
}

const isToday = (iso: string) => new Date(iso).toDateString() === new Date().toDateString();

function heading(product: WatchedProduct): string {
  if (product.open) return "is below its limit";
  return product.state === "undone" ? "is not broken yet today" : "";
}

function useUnit(product: WatchedProduct) {
  const wanted = useSettings().unitOf(product.measurand);
  const units = useMeasurand(product.measurand)?.units ?? [];
  return (
    units.find((u) => u.symbol === wanted) ??
    units.find((u) => u.symbol === product.unit) ?? { symbol: product.unit, factor: 1 }
  );
}

/** What the chart says, in words. */
function Sentences({ product, unit }: { product: WatchedProduct; unit: string }) {
  const { band, capability } = product;
  return (
    <div className="grid gap-0.5 text-[13px]">
      {band ? (
        <p>
          By itself it breaks between {stated(band.low, unit)} and {stated(band.high, unit)}, in the middle at{" "}
          {stated(band.centre, unit)}
          {band.provisional && "; the band is provisional until 20 breaks have set it"}.
        </p>
      ) : (
        <p>No band yet: it takes six breaks.</p>
      )}
      {band?.below_limit && (
        <p className="font-semibold">
          Its own band reaches below the limit: single breaks below it are to be expected.
        </p>
      )}
      <p className="text-soft">
        {capability.why
          ? `Capability: ${capability.why}.`
          : `Capability against its limit ${capability.value}, surely above ${capability.low}; below the limit ${capability.share_below} if it goes on like this.`}
      </p>
    </div>
  );
}
