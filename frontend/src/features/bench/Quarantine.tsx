import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Caution, ErrorNote } from "@/ui/states";

type Row = Schemas["Quarantine"];
type Disposition = Row["disposition"];
export const DISPOSITIONS: Record<Disposition, string> = {
  undecided: "not decided yet",
  scrapped: "scrapped",
  repaired: "repaired, to be proved again",
  downgraded: "for a smaller load",
  released: "released: it was not the piece",
};

/** A piece that failed its proof: set aside, inspected by somebody with a name, and decided of. */
export function Quarantine({ row }: { row: Row }) {
  const may = useMay("decideQuarantine");
  return (
    <section className="border-signal border-l-4 pl-3.5" aria-label="In quarantine">
      <h2>
        {row.piece} is in quarantine
        {row.disposition !== "undecided" && `: ${DISPOSITIONS[row.disposition]}`}
      </h2>
      <p className="text-[13.5px]">
        {row.found}. {row.holding ? "Its siblings are on hold." : "Its siblings may be pulled."}
      </p>
      {row.entries.map((entry) => (
        <p key={entry.created_at} className="text-soft text-[13px]">
          {entry.inspector}: {entry.cause}; {DISPOSITIONS[entry.disposition as Disposition]}. Noted by {entry.person},{" "}
          {when(entry.created_at)}
        </p>
      ))}
      {row.holding && (
        <Caution>Set it aside and mark it, so that nobody takes it for sound. Nothing else is proved by it.</Caution>
      )}
      {may && row.disposition !== "scrapped" && <Decide row={row} />}
    </section>
  );
}

function Decide({ row }: { row: Row }) {
  const { page } = useLot();
  const queries = useQueryClient();
  const [inspector, setInspector] = useState("");
  const [cause, setCause] = useState("");
  const [disposition, setDisposition] = useState<Disposition>("undecided");
  const [held, setHeld] = useState(false);
  const undecided = disposition === "undecided";
  const decide = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/quarantines/{id}/decisions", {
          params: { path: { id: row.id } },
          body: { inspector: inspector.trim(), cause: cause.trim(), disposition, siblings_held: undecided || held },
        }),
      ),
    onSuccess: () => {
      setCause("");
      void queries.invalidateQueries({ queryKey: keys.bench(page.lot.id) });
      void queries.invalidateQueries({ queryKey: keys.today });
    },
  });
  return (
    <form
      className="mt-2 grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        decide.mutate();
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="Inspected by" value={inspector} maxLength={120} onChange={(e) => setInspector(e.target.value)} />
        <Choice
          label="What becomes of it"
          value={disposition}
          options={Object.entries(DISPOSITIONS).map(([value, label]) => ({ value, label }))}
          onChange={(value) => setDisposition(value as Disposition)}
        />
      </div>
      <Field label="Why it failed" value={cause} maxLength={400} onChange={(e) => setCause(e.target.value)} />
      {!undecided && (
        <Check checked={held} onChange={(event) => setHeld(event.target.checked)}>
          Its siblings stay on hold
        </Check>
      )}
      {decide.error && <ErrorNote message={decide.error.message} />}
      <div>
        <Button
          type="submit"
          className="h-11"
          disabled={decide.isPending || inspector.trim() === "" || cause.trim() === ""}
        >
          {undecided ? "Note what was found" : "Decide"}
        </Button>
      </div>
    </form>
  );
}
