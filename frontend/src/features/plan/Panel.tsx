import type { ReactNode } from "react";
import { Caution } from "@/ui/states";
import { Working } from "@/ui/Working";

type Answer = { state: string; sentence: string; working: string[]; cautions: string[] };
type Props = { title: string; answer: Answer; aside?: ReactNode; className?: string; children?: ReactNode };

const TONE: Record<string, string> = { refused: "text-signal font-semibold", look: "font-semibold" };

/** A question of the plan, its answer in a sentence, the way to its working, its cautions. */
export function Panel({ title, answer, aside, className, children }: Props) {
  return (
    <section className={`sheet min-w-0 px-4 py-3 ${className ?? ""}`} aria-label={title}>
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <h2>{title}</h2>
        {aside && <span className="text-soft text-[13px]">{aside}</span>}
        <span className="ml-auto">
          <Working lines={answer.working} />
        </span>
      </div>
      <p
        role={answer.state === "refused" ? "alert" : undefined}
        className={`mt-1 ${TONE[answer.state] ?? (answer.state === "missing" ? "text-soft" : "")}`}
      >
        {answer.state === "look" && <Look />}
        {answer.sentence}
      </p>
      {children}
      {answer.cautions.length > 0 && (
        <div className="mt-2.5 grid gap-1.5">
          {answer.cautions.map((caution) => (
            <Caution key={caution}>{caution}</Caution>
          ))}
        </div>
      )}
    </section>
  );
}

const Look = () => <b className="text-derived border-derived mr-1.5 border px-1 text-[11.5px] font-semibold">look</b>;
