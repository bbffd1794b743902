import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { runKey } from "@/api/practiceQueries";
import { lotChanged } from "@/api/queries";
import { useMeasurand } from "@/lot/units";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useKeys } from "@/keys/keys";

type Run = Schemas["PracticeRun"];
type Props = { run: Run; next: NonNullable<Run["next"]> };

/** The piece on the practice bench: one key pulls it; where a display stands, it is read and typed. */
export function NextPiece({ run, next }: Props) {
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const units = useMeasurand("force")?.units ?? [];
  const [text, setText] = useState("");
  const [unit, setUnit] = useState("");
  const card = next.digits !== null;
  const pull = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/practice-runs/{id}/pulls", {
          params: { path: { id: run.id } },
          headers: once(key.current),
          body: card ? { text: text.trim(), unit } : {},
        }),
      ),
    onSuccess: (after) => {
      queries.setQueryData(runKey(run.id), after);
      void lotChanged(queries, run.lot_id);
    },
  });
  const ready = !pull.isPending && (!card || (text.trim() !== "" && unit !== ""));
  useKeys(card ? [] : [{ keys: "p", label: "Pull the next piece", run: () => ready && pull.mutate() }]);
  return (
    <section className="sheet grid gap-3 p-4" aria-label="On the bench">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[17px]">
          Piece <span className="num">{next.number}</span>
          {next.feature && `, ${next.feature}`}
          {next.group && `: ${next.group}`}
        </h2>
        <span className="text-soft num text-[13px]">
          {run.pulled.length} of {run.pieces} pulled
        </span>
        {next.cell && run.cells.length > 1 && <span className="text-[13px]">in line: {next.cell}</span>}
      </div>
      {card && (
        <div className="bg-bar text-barink grid justify-items-center gap-1 px-4 py-3" aria-label="The display">
          <span className="num text-[44px] leading-none font-semibold">{next.digits}</span>
          <span className="text-barsoft text-center text-[13px]">{next.words}</span>
        </div>
      )}
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (ready) pull.mutate();
        }}
      >
        {card && (
          <>
            <Field
              label="The load on the piece"
              inputMode="decimal"
              className="w-[180px]"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            <Choice
              label="Unit"
              className="w-[130px]"
              value={unit}
              options={[{ value: "", label: "which?" }, ...units.map((u) => ({ value: u.symbol, label: u.symbol }))]}
              onChange={setUnit}
            />
          </>
        )}
        <Button type="submit" primary disabled={!ready} className="h-12 px-6 text-[16px]" hint={card ? undefined : "p"}>
          {pull.isPending ? "Pulling …" : card ? "Keep the reading" : "Pull it"}
        </Button>
      </form>
      {pull.error && <ErrorNote message={pull.error.message} />}
    </section>
  );
}
