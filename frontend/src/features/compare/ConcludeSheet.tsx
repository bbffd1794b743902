import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { toast } from "sonner";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type Props = { shown: Schemas["Comparison"]; onDone: () => void };

/** The sentences that are concluded, chosen one by one, with words of one's own; signed as they stand here. */
export function ConcludeSheet({ shown, onDone }: Props) {
  // What was on the screen when it was opened: another comparison is signed only after it was looked at.
  const [comparison] = useState(shown);
  const { page } = useLot();
  const queries = useQueryClient();
  const key = useRef(onceKey());
  const sentences = comparison.study?.conclusions ?? [];
  const [keys, setKeys] = useState(sentences.slice(0, 1).map((s) => s.key));
  const [words, setWords] = useState("");
  const toggle = (one: string) => setKeys((now) => (now.includes(one) ? now.filter((k) => k !== one) : [...now, one]));
  const sign = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/lots/{id}/conclusions", {
          params: { path: { id: page.lot.id } },
          headers: once(key.current),
          body: {
            sha256: comparison.sha256 ?? "",
            keys,
            words: words.trim(),
            with: comparison.with,
            by: comparison.by,
            against: comparison.study?.pair.other ?? null,
          },
        }),
      ),
    onSuccess: (signed) => {
      void lotChanged(queries, page.lot.id);
      toast.success(`Conclusion ${signed.number} signed; a reviewer countersigns it`);
      onDone();
    },
    onError: () => void lotChanged(queries, page.lot.id),
  });
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onDone()}
      title="What you conclude"
      description="The sentences you choose, with what they rest on. Frozen from then on."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          sign.mutate();
        }}
      >
        <ul className="border-line max-h-[44vh] overflow-auto border-b">
          {sentences.map((sentence) => (
            <li key={sentence.key} className="border-line border-t py-1">
              <Check checked={keys.includes(sentence.key)} onChange={() => toggle(sentence.key)}>
                <span className="leading-snug">{sentence.text}</span>
              </Check>
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
          <Button onClick={onDone}>Not yet</Button>
          <Button primary type="submit" disabled={keys.length === 0 || sign.isPending}>
            Sign this
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
