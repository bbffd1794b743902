import { useState } from "react";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";
import { useCommand, type Run } from "./useRun";

/** Looked at point by point; one that is not sound is said. */
export function Inspect({ points, run }: { points: string[]; run: Run | undefined }) {
  const { page } = useLot();
  const [bad, setBad] = useState<string[]>([]);
  const command = useCommand(page.lot.id, run);
  const toggle = (point: string) => setBad(bad.includes(point) ? bad.filter((one) => one !== point) : [...bad, point]);
  return (
    <section className="sheet grid gap-2 px-4 py-3" aria-label="Look at it">
      <h2>Look at it from behind the guard: touch what is not sound</h2>
      <div className="flex flex-wrap gap-2">
        {points.map((point) => (
          <button
            key={point}
            type="button"
            aria-pressed={bad.includes(point)}
            onClick={() => toggle(point)}
            className={`rounded-key min-h-11 border px-3.5 text-[15px] font-semibold ${bad.includes(point) ? "border-signal bg-signal text-sheet" : "border-ink"}`}
          >
            {point}
          </button>
        ))}
        <Button
          primary
          className="ml-auto h-11"
          disabled={command.isPending || !run}
          onClick={() =>
            command.mutate({
              command: "inspected",
              given: { points: Object.fromEntries(points.map((point) => [point, !bad.includes(point)])) },
            })
          }
        >
          {bad.length === 0 ? "All sound: go on" : `Not sound: ${bad.join(", ")}`}
        </Button>
      </div>
      {command.error && <ErrorNote message={command.error.message} />}
    </section>
  );
}
