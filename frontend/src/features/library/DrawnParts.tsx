import { useFieldArray, useFormContext } from "react-hook-form";
import { PART_KINDS } from "@/sketches/parts";
import { newPart, type Item } from "./itemForm";

const SIZES = ["x", "y", "w", "h", "angle"] as const;
const NAMES = { x: "from left", y: "from top", w: "wide", h: "high", angle: "turned" };

/** The parts in the order in which they lie over each other, each with its place and size. */
export function DrawnParts() {
  const { control, register } = useFormContext<Item>();
  const parts = useFieldArray({ control, name: "parts", keyName: "row" });
  return (
    <fieldset className="grid gap-2">
      <legend className="cap pb-1">Parts</legend>
      <div className="flex flex-wrap gap-1.5">
        {PART_KINDS.map((kind) => (
          <button
            key={kind}
            type="button"
            className="rounded-key border-edge hover:bg-wash min-h-8 border px-2.5 text-[13px]"
            onClick={() => parts.append(newPart(kind))}
          >
            + {kind}
          </button>
        ))}
      </div>
      {parts.fields.map((part, i) => (
        <div key={part.row} className="flex flex-wrap items-center gap-1.5 text-[12.5px]">
          <b className="w-[76px] font-semibold">{part.part}</b>
          {SIZES.map((size) => (
            <input
              key={size}
              type="number"
              className="field num w-[62px] px-1.5"
              title={NAMES[size]}
              aria-label={`${part.part} ${i + 1}, ${NAMES[size]}`}
              {...register(`parts.${i}.${size}`, { valueAsNumber: true })}
            />
          ))}
          <button
            type="button"
            className="text-soft underline"
            aria-label={`Take out ${part.part} ${i + 1}`}
            onClick={() => parts.remove(i)}
          >
            Take out
          </button>
        </div>
      ))}
      {parts.fields.length > 0 && (
        <p className="text-soft text-[12px]">From left, from top, wide, high, turned; or drag it on the drawing.</p>
      )}
    </fieldset>
  );
}
