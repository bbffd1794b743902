import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useFormContext, useWatch } from "react-hook-form";
import { catalogueQuery } from "@/api/queries";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Field, TextArea } from "@/ui/Field";
import { Pick } from "@/ui/Pick";
import type { Ask } from "./askForm";

/** What the specimens are, and how they differ from what will be used. */
export function Item() {
  const { register, control, formState } = useFormContext<Ask>();
  const { data: tables } = useQuery(catalogueQuery);
  const chosen = useWatch({ control, name: "item_type" });
  const types = (tables?.item_types ?? []).filter((type) => !type.retired || type.key === chosen);
  const type = types.find((t) => t.key === chosen);
  const { errors } = formState;
  return (
    <section className="sheet grid content-start gap-3 p-4">
      <h2>The item</h2>
      <Field label="Name of the lot" error={errors.name?.message} {...register("name")} />
      <Pick
        control={control}
        name="item_type"
        label="Item"
        options={types.map((t) => ({ value: t.key, label: t.name }))}
      />
      {type && (
        <div>
          <div aria-hidden="true" inert>
            <ItemSketch item={type} />
          </div>
          <Link to="/library" hash="items" className="text-soft text-[12.5px] underline">
            Another item: make its type in the library
          </Link>
        </div>
      )}
      <Field label="Made of" error={errors.material?.message} {...register("material")} />
      <Field label="Made by (person, machine, batch)" error={errors.maker?.message} {...register("maker")} />
      <TextArea
        label="How the specimens differ from what will be used"
        error={errors.differs_from_use?.message}
        note="Printed on every paper."
        {...register("differs_from_use")}
      />
    </section>
  );
}
