import { useState } from "react";
import { BracketDrawing } from "@/charts/BracketDrawing";
import { plainNumber } from "@/format/figure";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import type { Use, UseAsked } from "./useUse";

type Props = { use: Use; asked: UseAsked; ask: (change: UseAsked) => void };
type Name = "load" | "arm" | "depth" | "top" | "all" | "shear_limit";
const FIELDS: { name: Name; label: string; length?: boolean; count?: boolean }[] = [
  { name: "load", label: "Load" },
  { name: "arm", label: "Arm", length: true },
  { name: "depth", label: "Top to lower edge", length: true },
  { name: "top", label: "Top fixings", count: true },
  { name: "all", label: "All fixings", count: true },
  { name: "shear_limit", label: "Limit in shear, if another" },
];

/** The limit as that of one fixing: what a bracket or lever asks of it, pull and shear at once. */
export function BracketUse({ use, asked, ask }: Props) {
  const { page } = useLot();
  const [typed, setTyped] = useState<Record<Name, string>>({
    load: "",
    arm: "300",
    depth: "200",
    top: "2",
    all: "4",
    shear_limit: "",
  });
  const [spread, setSpread] = useState(false);
  const value = (name: Name) => plainNumber(typed[name]) ?? undefined;
  const send = () =>
    ask({
      load: value("load"),
      arm: value("arm"),
      depth: value("depth"),
      top: value("top"),
      all: value("all"),
      shear_limit: value("shear_limit"),
      spread,
    });
  const bracket = asked.load === undefined ? null : use.bracket;
  return (
    <form
      className="grid gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <p
        className={`text-[15px] leading-snug font-semibold ${bracket && !bracket.holds_usually ? "text-signal" : ""}`}
        aria-live="polite"
      >
        {bracket?.sentence ?? "What does a bracket ask of one such fixing?"}
      </p>
      <BracketDrawing
        arm={value("arm") ?? 300}
        depth={value("depth") ?? 200}
        top={value("top") ?? 2}
        spread={spread}
        words={bracket?.sentence ?? "The bracket to scale"}
      />
      <div className="grid grid-cols-2 gap-2">
        {FIELDS.map(({ name, label, length, count }) => (
          <Field
            key={name}
            label={label}
            unit={count ? undefined : length ? "mm" : page.lot.display_unit}
            inputMode="decimal"
            value={typed[name]}
            onChange={(event) => setTyped((now) => ({ ...now, [name]: event.target.value }))}
          />
        ))}
      </div>
      <Check checked={spread} onChange={(event) => setSpread(event.target.checked)}>
        Spread along the arm: counts half at its end
      </Check>
      <Button type="submit" disabled={value("load") === undefined}>
        Work it out
      </Button>
    </form>
  );
}
