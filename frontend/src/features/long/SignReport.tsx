import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, once, onceKey } from "@/api/client";
import { lastingKeys, type LongTest } from "@/api/lastingQueries";
import { Button } from "@/ui/Button";
import { TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

/** What the test says now, with words of one's own; signed as it stands here. */
export function SignReport({ test: shown, onClose }: { test: LongTest; onClose: () => void }) {
  // What was on the screen when it was opened: another answer is signed only after it was looked at.
  const [test] = useState(shown);
  const [words, setWords] = useState("");
  const [key] = useState(onceKey);
  const queries = useQueryClient();
  const sign = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/long-tests/{id}/reports", {
          params: { path: { id: test.id } },
          headers: once(key),
          body: { sha256: test.sha256, words: words.trim() },
        }),
      ),
    onSuccess: (report) => {
      void queries.invalidateQueries({ queryKey: lastingKeys.test(test.id) });
      toast.success(`Report ${report.number} signed; a reviewer countersigns it`);
      onClose();
    },
    onError: () => void queries.invalidateQueries({ queryKey: lastingKeys.test(test.id) }),
  });
  const lines = [...test.answer.lines, ...test.answer.stations.flatMap((s) => s.lines)];
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="What you report"
      description="What the test says now, with every reading under it. Frozen from then on."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          sign.mutate();
        }}
      >
        <p className="head text-[15px]">{test.answer.headline}</p>
        <ul className="border-line grid max-h-[36vh] gap-1 overflow-auto border-y py-2 text-[13px]">
          {lines.map((line, i) => (
            <li key={`${i}-${line.key}`} className={line.tone === "ok" ? "" : "font-semibold"}>
              {line.text}
            </li>
          ))}
        </ul>
        <TextArea
          label="In your own words, if they are needed"
          maxLength={2000}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        {sign.error && <ErrorNote message={sign.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Not yet</Button>
          <Button primary type="submit" disabled={sign.isPending}>
            Sign this
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
