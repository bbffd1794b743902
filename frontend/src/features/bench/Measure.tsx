import { useState } from "react";
import type { Live } from "@/api/live";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useCommand, type Run } from "./useRun";

type Figure = NonNullable<NonNullable<Live["run"]>["figures"]>[number];
type Props = { figures: Figure[]; run: Run | undefined };

/** Figures that somebody reads off now: each with the unit it is read in. */
export function Measure({ figures, run }: Props) {
  const { page } = useLot();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const command = useCommand(page.lot.id, run);
  const whole = figures.every((figure) => (typed[figure.name] ?? "").trim() !== "");
  const send = () =>
    command.mutate({
      command: "measured",
      given: {
        figures: Object.fromEntries(
          figures.map((figure) => [figure.name, { text: (typed[figure.name] ?? "").trim(), unit: figure.unit }]),
        ),
      },
    });
  return (
    <section className="sheet grid gap-2 px-4 py-3" aria-label="Read by hand">
      <h2>Read now, from behind the guard</h2>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (whole) send();
        }}
      >
        <div className="grid gap-3 min-[1280px]:grid-cols-3 sm:grid-cols-2">
          {figures.map((figure) => (
            <Field
              key={figure.name}
              label={figure.name}
              unit={figure.unit === "words" ? undefined : figure.unit}
              inputMode={figure.unit === "words" ? "text" : "decimal"}
              maxLength={figure.unit === "words" ? 80 : 20}
              value={typed[figure.name] ?? ""}
              onChange={(event) => setTyped({ ...typed, [figure.name]: event.target.value })}
            />
          ))}
        </div>
        <div>
          <Button primary type="submit" className="h-11" disabled={!whole || command.isPending || !run}>
            Keep {figures.length === 1 ? "it" : "them"}: go on
          </Button>
        </div>
      </form>
      {command.error && <ErrorNote message={command.error.message} />}
    </section>
  );
}
