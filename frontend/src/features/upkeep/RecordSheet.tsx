import { useState } from "react";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { Button } from "@/ui/Button";
import { Field, TextArea } from "@/ui/Field";
import { Segments } from "@/ui/Segments";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { today } from "./days";
import { useUpkeep } from "./useUpkeep";

type Result = "passed" | "failed" | "retired";

/** An examination was done, and what it showed. */
export function RecordSheet({ rule, onClose }: { rule: Schemas["UpkeepRow"]; onClose: () => void }) {
  const [result, setResult] = useState<Result>(rule.retires ? "retired" : "passed");
  const [on, setOn] = useState(today);
  const [words, setWords] = useState("");
  const record = useUpkeep(
    () =>
      answer(
        api.POST("/api/upkeep/{id}/records", {
          params: { path: { id: rule.id } },
          body: { done_on: on, result, words: words.trim() },
        }),
      ),
    onClose,
  );
  const errors = record.error instanceof Fault ? record.error.fields : {};
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`${rule.name}: ${rule.what}`}
      description="It stands with your name, and is never changed."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          record.mutate(undefined);
        }}
      >
        <div className="flex">
          <Segments
            label="Result"
            value={result}
            options={["passed", "failed", "retired"].map((value) => ({ value, label: value }))}
            onChange={(next) => setResult(next as Result)}
          />
        </div>
        <Field label="Done on" type="date" value={on} error={errors.done_on} onChange={(e) => setOn(e.target.value)} />
        <TextArea
          label={result === "passed" ? "In words, if they are needed" : "What was found"}
          maxLength={400}
          value={words}
          error={errors.words}
          onChange={(e) => setWords(e.target.value)}
        />
        {record.error && <ErrorNote message={record.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={record.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
