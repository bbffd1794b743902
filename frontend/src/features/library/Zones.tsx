import { useFieldArray, useFormContext } from "react-hook-form";
import { Button } from "@/ui/Button";
import { HEIGHT, WIDTH, type Item } from "./itemForm";

/** The places that can fail. */
export function Zones() {
  const { control, register, formState } = useFormContext<Item>();
  const zones = useFieldArray({ control, name: "zones", keyName: "row" });
  return (
    <fieldset className="grid gap-1.5">
      <legend className="cap pb-1">Places that can fail</legend>
      {zones.fields.map((zone, i) => (
        <div key={zone.row} className="grid grid-cols-[1fr_58px_58px_auto] items-center gap-1.5">
          <input
            className="field"
            aria-label={`Name of place ${i + 1}`}
            aria-invalid={formState.errors.zones?.[i]?.name ? true : undefined}
            {...register(`zones.${i}.name`)}
          />
          {(["x", "y"] as const).map((axis) => (
            <input
              key={axis}
              type="number"
              className="field num px-1.5"
              aria-label={`Place ${i + 1}, from ${axis === "x" ? "left" : "top"}`}
              {...register(`zones.${i}.${axis}`, { valueAsNumber: true })}
            />
          ))}
          <button
            type="button"
            className="text-soft text-[13px] underline"
            aria-label={`Take out place ${i + 1}`}
            onClick={() => zones.remove(i)}
          >
            Take out
          </button>
        </div>
      ))}
      <Button className="justify-self-start" onClick={() => zones.append({ name: "", x: WIDTH / 2, y: HEIGHT / 2 })}>
        Add a place
      </Button>
    </fieldset>
  );
}
