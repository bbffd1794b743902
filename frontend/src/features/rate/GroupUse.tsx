import { useState } from "react";
import { plainNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import type { Use, UseAsked } from "./useUse";

type Props = { use: Use; asked: UseAsked; ask: (change: UseAsked) => void };

/** When this lot is groups of several: what they carry together as a share of as many single ones. */
export function GroupUse({ use, asked, ask }: Props) {
  const { page } = useLot();
  const [single, setSingle] = useState(String(asked.single_lot ?? ""));
  const [count, setCount] = useState(String(asked.count ?? 2));
  const lots = page.siblings.map((lot) => ({ value: String(lot.id), label: lot.name }));
  const ready = single !== "" && (plainNumber(count) ?? 0) >= 2;
  return (
    <form
      className="grid gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        ask({ single_lot: Number(single), count: plainNumber(count) ?? 2 });
      }}
    >
      <p className="text-[15px] leading-snug font-semibold" aria-live="polite">
        {use.group
          ? (use.group.sentence ?? `Cannot be told: ${use.group.refusal ?? ""}.`)
          : "Were several pulled together here? Set them against single ones."}
      </p>
      {lots.length === 0 ? (
        <p className="text-soft text-[13px]">A lot of single ones of this job is needed, and there is none.</p>
      ) : (
        <>
          <Choice
            label="Single ones"
            value={single}
            options={[{ value: "", label: "which lot?" }, ...lots]}
            onChange={setSingle}
          />
          <Field
            label="In a group"
            inputMode="numeric"
            value={count}
            onChange={(event) => setCount(event.target.value)}
          />
          <Button type="submit" disabled={!ready}>
            Work it out
          </Button>
        </>
      )}
    </form>
  );
}
