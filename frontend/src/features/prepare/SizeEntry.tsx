import { useRef, useState } from "react";
import { answer, api, once } from "@/api/client";
import { useLot } from "@/lot/context";
import { ErrorNote } from "@/ui/states";
import { Caliper } from "./Caliper";
import { usePrepareChange, type DrawingRow, type Piece, type Preparation } from "./usePrepare";

type Props = { piece: Piece; data: Preparation; stage: string; may: boolean; onNext: () => void };
type Reading = { name: string; text: string; unit: string };

/** Each dimension several times: a reading and Enter, by hand or by a caliper that types. */
export function SizeEntry({ piece, data, stage, may, onNext }: Props) {
  const { page } = useLot();
  const [texts, setTexts] = useState<Record<string, string>>({});
  const fields = useRef<(HTMLInputElement | null)[]>([]);
  const measure = usePrepareChange(page.lot.id, ({ name, text, unit }: Reading) =>
    answer(
      api.POST("/api/lots/{id}/dimensions", {
        params: { path: { id: page.lot.id } },
        headers: once(crypto.randomUUID()),
        body: { specimen_id: piece.id, name, texts: [text], unit, stage: stage as "received" | "conditioned" },
      }),
    ),
  );
  const withdraw = usePrepareChange(page.lot.id, (id: number) =>
    answer(api.DELETE("/api/dimensions/{id}", { params: { path: { id } } })),
  );
  // What stands in the field: a caliper types faster than anything is drawn.
  const enter = (row: DrawingRow, index: number, shown: string) => {
    const text = shown.trim();
    const next = fields.current[index + 1];
    if (text === "") {
      if (next) next.focus();
      else onNext();
      return;
    }
    setTexts({ ...texts, [row.name]: "" });
    measure.mutate({ name: row.name, text, unit: row.unit });
  };
  const error = measure.error ?? withdraw.error;
  return (
    <div className="grid gap-2 pt-2">
      {data.drawing.map((row, i) => {
        const size = piece.sizes.find((one) => one.name === row.name);
        return (
          <div key={row.name} className="border-line border-t pt-1.5">
            <div className="flex flex-wrap items-baseline gap-x-2 text-[13px]">
              <b className="font-semibold">{row.name}</b>
              {row.said !== "no tolerance" && <span className="text-soft whitespace-nowrap">{row.said}</span>}
              {size && (
                <span className={`num ml-auto whitespace-nowrap ${size.outside ? "text-signal font-semibold" : ""}`}>
                  {size.outside && "▲ "}
                  {size.mean} {size.unit}
                  {size.count > 1 && <span className="text-soft"> least {size.smallest}</span>}
                  {size.shrinkage_percent !== null && (
                    <span className="text-soft"> · shrank {size.shrinkage_percent} %</span>
                  )}
                </span>
              )}
            </div>
            <div className="flex flex-wrap items-center gap-1.5 pt-1">
              {size?.readings.map((reading) => (
                <span key={reading.id} className="num border-line border px-1.5 text-[12.5px]">
                  {reading.text}
                  {reading.unit !== row.unit && ` ${reading.unit}`}
                  {reading.stage === "conditioned" && <span title="after conditioning"> ◆</span>}
                  {may && (
                    <button
                      type="button"
                      className="text-soft pl-1"
                      aria-label={`Take back ${reading.text}`}
                      onClick={() => withdraw.mutate(reading.id)}
                    >
                      ×
                    </button>
                  )}
                </span>
              ))}
              {may && (
                <input
                  ref={(element) => {
                    fields.current[i] = element;
                  }}
                  className="field num h-8 w-24 text-right"
                  inputMode="decimal"
                  data-caliper={row.nominal ?? size?.mean ?? ""}
                  aria-label={`${row.name}, ${row.unit}`}
                  placeholder={row.unit}
                  value={texts[row.name] ?? ""}
                  onChange={(event) => setTexts({ ...texts, [row.name]: event.target.value })}
                  onKeyDown={(event) => {
                    if (event.key !== "Enter") return;
                    event.preventDefault();
                    enter(row, i, event.currentTarget.value);
                  }}
                />
              )}
            </div>
          </div>
        );
      })}
      {may && <Caliper />}
      {error && <ErrorNote message={error.message} />}
    </div>
  );
}
