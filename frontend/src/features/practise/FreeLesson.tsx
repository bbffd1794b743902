import { useState } from "react";
import type { Schemas } from "@/api/client";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import type { Begin } from "./PractisePage";

type Named = Schemas["NamedKey"];
type Props = { trades: Named[]; difficulties: Named[]; onBegin: (body: Begin) => void };

/** Another one every time: a trade and how hard it is to be. */
export function FreeLesson({ trades, difficulties, onBegin }: Props) {
  const [trade, setTrade] = useState(trades[0]?.key ?? "");
  const [difficulty, setDifficulty] = useState(difficulties[0]?.key ?? "");
  return (
    <section className="sheet grid gap-3 p-4" aria-label="Another one every time">
      <h2>Another one every time</h2>
      <Choice
        label="Trade"
        value={trade}
        options={trades.map((one) => ({ value: one.key, label: one.name }))}
        onChange={setTrade}
      />
      <Choice
        label="How hard"
        value={difficulty}
        options={difficulties.map((one) => {
          const [label = one.key, note] = one.name.split(": ");
          return { value: one.key, label, note };
        })}
        onChange={setDifficulty}
      />
      <Button primary className="justify-self-start" onClick={() => onBegin({ trade, difficulty })}>
        Begin
      </Button>
    </section>
  );
}
