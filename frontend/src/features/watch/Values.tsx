import { useState } from "react";
import { answer, api } from "@/api/client";
import { useWatchChange, type WatchedProduct } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { stated } from "@/format/figure";
import { when } from "@/format/words";
import { ReasonSheet } from "@/ui/ReasonSheet";

const SHOWN = 14;

/** The newest breaks as figures; a typing error is withdrawn here. */
export function Values({ product, unit }: { product: WatchedProduct; unit: string }) {
  const [withdrawing, setWithdrawing] = useState<number | null>(null);
  const may = useMay("withdrawWatchedBreak");
  const withdraw = useWatchChange(
    ({ id, reason }: { id: number; reason: string }) =>
      answer(api.POST("/api/watched-breaks/{id}/withdrawal", { params: { path: { id } }, body: { reason } })),
    () => setWithdrawing(null),
  );
  return (
    <details className="pt-2">
      <summary className="cursor-pointer text-[13px] font-semibold">The last breaks</summary>
      <ul className="pt-1 text-[13px]">
        {[...product.points]
          .reverse()
          .slice(0, SHOWN)
          .map((point) => (
            <li key={point.id} className="border-line flex flex-wrap gap-x-3 border-t py-1">
              <span className="num text-soft">{when(point.at)}</span>
              <b className={`num font-semibold ${point.below ? "text-signal" : ""}`}>{stated(point.figure, unit)}</b>
              <span className="text-soft">
                {point.batch}
                {point.note && `, ${point.note}`}
              </span>
              {may && (
                <button
                  type="button"
                  className="ml-auto underline underline-offset-4"
                  onClick={() => setWithdrawing(point.id)}
                >
                  Withdraw
                </button>
              )}
            </li>
          ))}
      </ul>
      {withdrawing !== null && (
        <ReasonSheet
          title="Withdraw this break"
          description="It stays in the store and no longer counts. A weak break is no typing error."
          pending={withdraw.isPending}
          error={withdraw.error}
          send={(reason) => withdraw.mutate({ id: withdrawing, reason })}
          onClose={() => setWithdrawing(null)}
        />
      )}
    </details>
  );
}
