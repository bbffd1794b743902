import type { Schemas } from "@/api/client";
import type { WhatIf } from "@/api/queries";
import { Choice } from "@/ui/Choice";

const PAIRS = [
  { value: "0.9/0.95", label: "90 % stronger, 95 % sure" },
  { value: "0.95/0.95", label: "95 % stronger, 95 % sure" },
  { value: "0.99/0.95", label: "99 % stronger, 95 % sure" },
  { value: "0.95/0.9", label: "95 % stronger, 90 % sure" },
  { value: "0.95/0.75", label: "95 % stronger, 75 % sure" },
];

/** How many pieces the minimum speaks for, and how surely. */
export function Coverage({
  statement,
  onChange,
}: {
  statement: Schemas["Statement"];
  onChange: (tried: WhatIf) => void;
}) {
  const pair = `${statement.coverage}/${statement.confidence}`;
  return (
    <Choice
      bare
      label="Coverage and confidence"
      value={pair}
      options={PAIRS.some((p) => p.value === pair) ? PAIRS : [...PAIRS, { value: pair, label: pair }]}
      onChange={(value) => {
        const [coverage, confidence] = value.split("/").map(Number);
        onChange({ coverage, confidence });
      }}
    />
  );
}
