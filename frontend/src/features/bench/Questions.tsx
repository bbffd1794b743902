import type { Live } from "@/api/live";
import { Button } from "@/ui/Button";
import { Caution, ErrorNote } from "@/ui/states";
import { useComma, type BenchPageData, type Procedure } from "./useRun";

/** The machine that answers now, where it is another one than last time. */
export function otherMachine(data: BenchPageData, live: Live | null): string | null {
  const before = data.bench?.machine ?? null;
  const now = live?.machine ?? null;
  return before !== null && now !== null && now !== before ? now : null;
}

const named = (identity: string) => identity.split(",").slice(0, 3).join(" ");

type MachineProps = { now: string; before: string; meant: boolean; onMeant: (machine: string | null) => void };

/** Another machine answers at the address of this bench: it does not move before somebody said that it is meant. */
export const MachineQuestion = ({ now, before, meant, onMeant }: MachineProps) => (
  <label className="border-signal flex min-h-11 cursor-pointer items-center gap-3 border-l-4 px-3 py-1 font-semibold">
    <input
      type="checkbox"
      className="h-6 w-6 shrink-0 accent-(--ink)"
      checked={meant}
      onChange={(event) => onMeant(event.target.checked ? now : null)}
    />
    <span>
      Another machine answers here than last time: {named(now)}, not {named(before)}. This one is meant.
    </span>
  </label>
);

/** A reading that may say two things: one of them is said before anything is believed. */
export function CommaQuestion({ benchId, reading }: { benchId: number; reading: string }) {
  const say = useComma(benchId);
  return (
    <div className="border-signal grid gap-2 border-l-4 px-3 py-1" role="alert">
      <p className="font-semibold">The cell writes “{reading}”. What is its comma?</p>
      <div className="flex flex-wrap gap-2.5">
        <Button className="h-12" disabled={say.isPending} onClick={() => say.mutate("decimal")}>
          The decimal mark: {reading.replace(",", ".")}
        </Button>
        <Button className="h-12" disabled={say.isPending} onClick={() => say.mutate("thousands")}>
          It parts thousands: {reading.replaceAll(",", "")}
        </Button>
      </div>
      {say.error && <ErrorNote message={say.error.message} />}
    </div>
  );
}

/** What stands in the way, and who may answer for it: told before anything is looked at. */
export function Against({ rows, reviews }: { rows: Procedure["refusals"]; reviews: boolean }) {
  if (rows.length === 0) return null;
  return (
    <div className="grid gap-1.5">
      {rows.map((row) => (
        <Caution key={row.words}>{row.words}</Caution>
      ))}
      {!reviews && <p className="font-semibold">Only a reviewer begins against that: mend it, or ask one.</p>}
    </div>
  );
}
