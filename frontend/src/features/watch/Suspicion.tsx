import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { useWatchChange, type WatchedProduct } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { TextArea } from "@/ui/Field";
import { Segments } from "@/ui/Segments";
import { ErrorNote } from "@/ui/states";
import { Touches } from "./Touches";

type Found = Schemas["Suspicion"];
type Step = Found["steps"][number];
type Answer = "this" | "not_this" | "to_do";
const WORDS: Record<Answer, string> = { this: "this is it", not_this: "not this", to_do: "to do" };

/** Below the limit: process first, then the measuring chain, then the product; each with what it showed. */
export function Suspicion({ product, suspicion }: { product: WatchedProduct; suspicion: Found }) {
  const [opened, setOpened] = useState<string | null>(null);
  const asking = opened ?? suspicion.open;
  return (
    <>
      <section
        className={`sheet px-4 py-3 ${product.open ? "border-l-signal border-l-4" : ""}`}
        aria-label="Ask in this order"
      >
        <h2>Ask in this order</h2>
        <p className="text-soft text-[13px]">
          {suspicion.figure.text} {suspicion.figure.unit}, {when(suspicion.at)}
          {suspicion.batch && `, ${suspicion.batch}`}
        </p>
        <ol>
          {suspicion.steps.map((step, i) => (
            <li key={step.step} className="border-line mt-2 grid grid-cols-[24px_minmax(0,1fr)] border-t pt-2">
              <b className="num">{i + 1}</b>
              <div className="text-[13.5px] leading-snug">
                <p>
                  <b>{step.name}.</b> {step.ask}
                </p>
                <Given step={step} />
                {asking === step.step ? (
                  <AnswerForm breakId={suspicion.break_id} step={step} onDone={() => setOpened(null)} />
                ) : (
                  <button type="button" className="pt-1 font-semibold" onClick={() => setOpened(step.step)}>
                    {step.answer ? "Answer again ›" : "Not answered ›"}
                  </button>
                )}
              </div>
            </li>
          ))}
        </ol>
      </section>
      <Touches suspicion={suspicion} />
    </>
  );
}

function Given({ step }: { step: Step }) {
  if (!step.answer) return null;
  return (
    <p className={step.answer.answer === "this" ? "font-semibold" : "text-soft"}>
      Answered: {WORDS[step.answer.answer]}. {step.answer.words} ({step.answer.person}, {when(step.answer.at)})
    </p>
  );
}

function AnswerForm({ breakId, step, onDone }: { breakId: number; step: Step; onDone: () => void }) {
  const [said, setSaid] = useState<Answer>("not_this");
  const [words, setWords] = useState("");
  const may = useMay("answerSuspicion");
  const give = useWatchChange(
    () =>
      answer(
        api.POST("/api/watched-breaks/{id}/answers", {
          params: { path: { id: breakId } },
          body: { step: step.step, answer: said, words: words.trim() },
        }),
      ),
    onDone,
  );
  if (!may) return null;
  return (
    <form
      className="grid gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        give.mutate(undefined);
      }}
    >
      <div className="flex">
        <Segments
          label={`Answer: ${step.name}`}
          value={said}
          options={(["not_this", "this", "to_do"] as const).map((value) => ({ value, label: WORDS[value] }))}
          onChange={(next) => setSaid(next as Answer)}
        />
      </div>
      <TextArea
        label="What you looked at, and what it showed"
        maxLength={400}
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      {give.error && <ErrorNote message={give.error.message} />}
      <Button primary type="submit" disabled={words.trim() === "" || give.isPending}>
        Keep the answer
      </Button>
    </form>
  );
}
