import type { ReactNode } from "react";
import { when } from "@/format/words";
import { PaperLink } from "@/paper/PaperLink";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

type Props = {
  title: string;
  about?: ReactNode;
  altered: string | null;
  sentences: string[];
  words: string;
  signatures: { person: string; meaning: string; at: string }[];
  paper: string;
  error: Error | null;
  countersign?: { run: () => void; pending: boolean };
};

/** Something signed: what it says, whose hands stand under it, its paper, and the second hand where one is missing. */
export function SignedRow({ title, about, altered, sentences, words, signatures, paper, error, countersign }: Props) {
  return (
    <div className="border-line mt-2 border-t pt-2 text-[13px]" data-testid="signed">
      <b>{title}</b> {about}
      {altered && <ErrorNote message={altered} />}
      {sentences.map((sentence) => (
        <p key={sentence} className="mt-0.5 leading-snug">
          {sentence}
        </p>
      ))}
      {words && <p className="mt-0.5 leading-snug italic">{words}</p>}
      <p className="text-soft mt-1">{signatures.map((s) => `${s.meaning} by ${s.person}, ${when(s.at)}`).join("; ")}</p>
      {error && <ErrorNote message={error.message} />}
      <div className="mt-1.5 flex flex-wrap items-center gap-3">
        <PaperLink inline href={paper}>
          Paper
        </PaperLink>
        {countersign && (
          <Button disabled={countersign.pending} onClick={countersign.run}>
            Countersign
          </Button>
        )}
      </div>
    </div>
  );
}
