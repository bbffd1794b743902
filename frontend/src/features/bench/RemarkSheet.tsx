import { useState } from "react";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";

const USUAL = ["creaks", "slips", "a strand goes", "opens", "smokes"];

/** A remark on the curve, typed or by one touch; the time is when it is said. */
export function RemarkSheet({ onSay, onClose }: { onSay: (words: string) => void; onClose: () => void }) {
  const [words, setWords] = useState("");
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Remark"
      description="It stands on the curve at this moment."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim()) onSay(words.trim());
        }}
      >
        <div className="flex flex-wrap gap-2">
          {USUAL.map((one) => (
            <Button key={one} className="h-11" onClick={() => onSay(one)}>
              {one}
            </Button>
          ))}
        </div>
        <Field label="In words" value={words} maxLength={200} onChange={(event) => setWords(event.target.value)} />
        <Button primary type="submit" disabled={words.trim() === ""}>
          Say it
        </Button>
      </form>
    </Sheet>
  );
}
