import { Fault } from "@/api/client";
import { isOpen, meanings } from "@/format/figure";
import { Button } from "@/ui/Button";

export type Comma = "decimal" | "thousands";
type Props = { fault: unknown; texts: string[]; unit: string; onSay: (comma: Comma) => void };

/** Whether the server asks what a comma means. */
export const asksComma = (fault: unknown): boolean => fault instanceof Fault && fault.fields.comma !== undefined;

/** What the comma of a reading means, where nothing beside it says so: two answers, each as it would be kept. */
export function CommaAsked({ fault, texts, unit, onSay }: Props) {
  const open = texts.find(isOpen);
  if (!asksComma(fault) || open === undefined) return null;
  const { decimal, thousands } = meanings(open);
  return (
    <div role="alert" className="border-derived grid gap-2 border-l-4 px-3 py-1">
      <p className="font-semibold">What did the display show: “{open.trim()}”?</p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => onSay("decimal")}>
          {decimal} {unit}
        </Button>
        <Button onClick={() => onSay("thousands")}>
          {thousands} {unit}
        </Button>
      </div>
    </div>
  );
}
