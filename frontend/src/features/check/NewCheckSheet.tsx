import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { answer, api, once } from "@/api/client";
import type { Unit } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Segments } from "@/ui/Segments";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { checkOf, emptyForm, enough, type CheckForm } from "./checkForm";
import { Conditions } from "./Conditions";
import { FromCell } from "./FromCell";
import { FromFile } from "./FromFile";
import { LastCheck, Sentences } from "./InstrumentView";
import { SeriesGrid } from "./SeriesGrid";
import { useInstrumentChange, type Instrument, type NewCheck } from "./useInstrument";

const WAYS = [
  { value: "typed", label: "Typed" },
  { value: "bench", label: "From the cell" },
  { value: "file", label: "From a file" },
];
const PAUSE_MS = 350;

/** A dead-weight check: masses up and down, what it comes to while it is typed, and the signature under it. */
export function NewCheckSheet({ cell, unit, onClose }: { cell: Instrument; unit: Unit; onClose: () => void }) {
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`Check ${cell.name} with masses`}
      description="Hang the masses on, small to large and down again; three series for a class. Stand clear of what hangs."
      wide
    >
      <Body cell={cell} unit={unit} onClose={onClose} />
    </Sheet>
  );
}

function Body({ cell, unit, onClose }: { cell: Instrument; unit: Unit; onClose: () => void }) {
  const [form, setForm] = useState<CheckForm>(() => emptyForm(cell.unit));
  const [way, setWay] = useState("typed");
  const [checkedAt] = useState(() => new Date().toISOString());
  const [key] = useState(() => crypto.randomUUID());
  const set = (change: Partial<CheckForm>) => setForm((before) => ({ ...before, ...change }));
  const check = checkOf(form, checkedAt, way === "bench" ? "bench" : "typed");
  const { preview, error } = usePreview(cell.id, unit.symbol, check, enough(form));
  const sign = useInstrumentChange(
    (sha256: string) =>
      answer(
        api.POST("/api/instruments/{id}/checks", {
          params: { path: { id: cell.id }, query: { unit: unit.symbol } },
          headers: once(key),
          body: { check, sha256 },
        }),
      ),
    onClose,
  );
  return (
    <div className="grid gap-4">
      <div className="flex">
        <Segments
          label="Readings"
          value={way}
          options={WAYS}
          onChange={(next) => {
            setWay(next);
            if (next !== "file") set({ file: null });
          }}
        />
      </div>
      {way === "file" ? (
        <FromFile cell={cell} form={form} set={set} unit={unit.symbol} />
      ) : (
        <>
          <SeriesGrid form={form} set={set} />
          {way === "bench" && <FromCell cell={cell} form={form} set={set} />}
        </>
      )}
      <Conditions form={form} set={set} />
      {error && enough(form) && <ErrorNote message={error.message} />}
      {preview && (
        <div className="grid gap-3 border-t border-(--edge) pt-3">
          <div className={preview.passed ? "" : "border-signal border-l-4 pl-3"}>
            <Sentences use={preview.use} sentences={preview.sentences} />
          </div>
          <LastCheck check={preview} unit={unit} />
        </div>
      )}
      {sign.error && <ErrorNote message={sign.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary disabled={!preview || sign.isPending} onClick={() => preview && sign.mutate(preview.sha256)}>
          Sign the check
        </Button>
      </div>
    </div>
  );
}

/** What the check comes to, asked a moment after the last key; nothing older than what is on the screen. */
function usePreview(id: number, unit: string, check: NewCheck, ready: boolean) {
  const asked = useRef("");
  const { mutate, data, error, reset } = useMutation({
    mutationFn: (body: NewCheck) =>
      answer(api.POST("/api/instruments/{id}/check-preview", { params: { path: { id }, query: { unit } }, body })).then(
        (found) => ({ found, text: JSON.stringify(body) }),
      ),
  });
  const text = JSON.stringify(check);
  useEffect(() => {
    if (!ready) {
      reset();
      return;
    }
    const timer = setTimeout(() => {
      asked.current = text;
      mutate(JSON.parse(text) as NewCheck);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text, ready, mutate, reset]);
  return { preview: ready && data?.text === text ? data.found : null, error };
}
