import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { ItemSketch } from "@/sketches/ItemSketch";
import { NewItemType } from "./NewItemType";
import { Section } from "./Section";
import { useLibraryChange } from "./useLibrary";

type ItemType = Schemas["ItemType"];

/** Every item with the places that can fail; the shop's own ones beside those that ship. */
export function ItemTypes({ types }: { types: ItemType[] }) {
  const may = useMay("addItemType");
  const [from, setFrom] = useState<ItemType | "new" | null>(null);
  const retire = useLibraryChange<number>(
    (id) => answer(api.DELETE("/api/item-types/{id}", { params: { path: { id } } })),
    "Offered no longer",
  );
  return (
    <Section
      id="items"
      title="Item types and the places that can fail"
      add="Make an item type"
      onAdd={may ? () => setFrom("new") : undefined}
    >
      <div className="grid gap-3 min-[1100px]:grid-cols-3 sm:grid-cols-2">
        {types
          .filter((type) => !type.retired)
          .map((type) => (
            <article key={type.key} className="sheet grid content-start gap-1.5 p-3">
              <h3 className="flex items-baseline justify-between gap-3 text-[14px] font-semibold">
                {type.name}
                {type.added_by && <span className="text-soft text-[12px] font-normal">own: {type.added_by}</span>}
              </h3>
              <ItemSketch item={type} />
              <p className="text-soft text-[12.5px]">Zones: {type.zones.map((zone) => zone.name).join(", ")}</p>
              {type.inspection_points.length > 0 && (
                <p className="text-soft text-[12.5px]">Looked at: {type.inspection_points.join(", ")}</p>
              )}
              {may && (
                <p className="mt-auto flex gap-4 text-[13px] font-semibold">
                  <button type="button" className="underline" onClick={() => setFrom(type)}>
                    Make one like it
                  </button>
                  {type.id !== null && (
                    <button
                      type="button"
                      className="underline"
                      onClick={() => retire.mutate(type.id ?? 0, { onError: (error) => toast.error(error.message) })}
                    >
                      Retire
                    </button>
                  )}
                </p>
              )}
            </article>
          ))}
      </div>
      <NewItemType from={from} onClose={() => setFrom(null)} />
    </Section>
  );
}
