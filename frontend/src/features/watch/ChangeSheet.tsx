import { useState } from "react";
import { answer, api } from "@/api/client";
import { useWatchChange, type WatchedProduct } from "@/api/lastingQueries";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

/** What changed in how a product is made, and when: the first thing to be asked later. */
export function ChangeSheet({ product, onClose }: { product: WatchedProduct; onClose: () => void }) {
  const [words, setWords] = useState("");
  const [at, setAt] = useState("");
  const [rebase, setRebase] = useState(false);
  const change = useWatchChange(
    () =>
      answer(
        api.POST("/api/watch/{id}/changes", {
          params: { path: { id: product.id } },
          body: { words: words.trim(), rebase, ...(at ? { at: new Date(at).toISOString() } : {}) },
        }),
      ),
    onClose,
  );
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`What changed with ${product.name}`}
      description="Die, batch, temperature, setting, hand."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate(undefined);
        }}
      >
        <Field
          label="What"
          maxLength={200}
          placeholder="draw die 3 changed"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <Field label="When, if not now" type="datetime-local" value={at} onChange={(e) => setAt(e.target.value)} />
        <Check checked={rebase} onChange={(e) => setRebase(e.target.checked)}>
          It is another product from here on: a band of its own
        </Check>
        {change.error && <ErrorNote message={change.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={words.trim() === "" || change.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
