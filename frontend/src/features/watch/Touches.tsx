import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { useWatchChange } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ReasonSheet } from "@/ui/ReasonSheet";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

/** What a break below the limit touches: held until somebody lets it go with a reason. */
export function Touches({ suspicion }: { suspicion: Schemas["Suspicion"] }) {
  const [releasing, setReleasing] = useState<number | null>(null);
  const [adding, setAdding] = useState(false);
  const mayRelease = useMay("releaseBatches");
  const mayHold = useMay("holdBatches");
  const release = useWatchChange(
    ({ id, reason }: { id: number; reason: string }) =>
      answer(api.POST("/api/holds/{id}/release", { params: { path: { id } }, body: { reason } })),
    () => setReleasing(null),
  );
  return (
    <section className="sheet px-4 py-3 text-[13.5px]" aria-label="What it touches">
      <h2>What it touches</h2>
      {suspicion.holds.map((hold) => (
        <div key={hold.id} className="border-line mt-2 border-t pt-2 leading-snug">
          <p>
            <b>{hold.batches}</b>: {hold.released ? "let go" : "held"}.
            {hold.handed_out && ` Handed out: ${hold.handed_out}.`}
          </p>
          {hold.released ? (
            <p className="text-soft">
              {hold.released.reason} ({hold.released.person}, {when(hold.released.at)})
            </p>
          ) : mayRelease ? (
            <Button className="mt-1.5" onClick={() => setReleasing(hold.id)}>
              Release with a reason
            </Button>
          ) : (
            <p className="text-soft">A reviewer lets it go.</p>
          )}
        </div>
      ))}
      {mayHold && (
        <button
          type="button"
          className="pt-2 font-semibold underline underline-offset-4"
          onClick={() => setAdding(true)}
        >
          Hold more, or say where some went
        </button>
      )}
      {releasing !== null && (
        <ReasonSheet
          title="Let it go"
          description="What was held may be handed out, used or scrapped: say which, and why."
          verb="Let it go"
          pending={release.isPending}
          error={release.error}
          send={(reason) => release.mutate({ id: releasing, reason })}
          onClose={() => setReleasing(null)}
        />
      )}
      {adding && <HoldSheet breakId={suspicion.break_id} onClose={() => setAdding(false)} />}
    </section>
  );
}

function HoldSheet({ breakId, onClose }: { breakId: number; onClose: () => void }) {
  const [batches, setBatches] = useState("");
  const [out, setOut] = useState("");
  const hold = useWatchChange(
    () =>
      answer(
        api.POST("/api/watched-breaks/{id}/holds", {
          params: { path: { id: breakId } },
          body: { batches: batches.trim(), handed_out: out.trim() },
        }),
      ),
    onClose,
  );
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Hold more"
      description="Batches made alike, and where some of them went."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          hold.mutate(undefined);
        }}
      >
        <Field
          label="Batches"
          placeholder="spools 12 to 15"
          maxLength={400}
          value={batches}
          onChange={(e) => setBatches(e.target.value)}
        />
        <Field
          label="Handed out to (may stay empty)"
          maxLength={400}
          value={out}
          onChange={(e) => setOut(e.target.value)}
        />
        {hold.error && <ErrorNote message={hold.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={batches.trim() === "" || hold.isPending}>
            Hold
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
