import { Choice } from "@/ui/Choice";

const DISPLAYS = [
  { value: "", label: "does what? Not said" },
  { value: "holds", label: "holds the highest" },
  { value: "follows", label: "follows the load", note: "the highest may have been missed" },
  { value: "locks", label: "locks when it is steady", note: "it may show what was before" },
];

/** What a display does while the load goes up. */
export function DisplayKind({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return <Choice label="The display" value={value} onChange={onChange} options={DISPLAYS} />;
}
