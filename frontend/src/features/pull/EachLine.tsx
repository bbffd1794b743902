import { Choice } from "@/ui/Choice";
import { choicesOf } from "./readingLines";

type Props = { count: number; asked: boolean; value: string; onChange: (value: string) => void };

/** What several numbers on a line are: asked until it is said. */
export function EachLine({ count, asked, value, onChange }: Props) {
  if (count < 2) return null;
  const choices = choicesOf(count);
  return (
    <div className={asked ? "border-derived border-l-4 pl-3" : ""}>
      {asked && <p className="text-derived pb-1 font-semibold">{count} numbers on a line: what are they?</p>}
      <Choice
        label="Each line holds"
        value={asked ? "" : value}
        onChange={onChange}
        options={asked ? [{ value: "", label: "say which" }, ...choices] : choices}
      />
    </div>
  );
}
