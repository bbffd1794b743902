import { zodResolver } from "@hookform/resolvers/zod";
import { FormProvider, useForm } from "react-hook-form";
import { answer, api, type Schemas } from "@/api/client";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { DrawnParts } from "./DrawnParts";
import { Drawing } from "./Drawing";
import { ITEM, itemOf, toItemType, type Item } from "./itemForm";
import { Picture } from "./Picture";
import { Zones } from "./Zones";
import { useLibraryChange } from "./useLibrary";

type Props = { from: Schemas["ItemType"] | "new" | null; onClose: () => void };

/** An item type of the shop's own: drawn from the kit of parts or over a picture, with the places that can fail. */
export function NewItemType({ from, onClose }: Props) {
  return (
    <Sheet
      wide
      open={from !== null}
      onOpenChange={(open) => !open && onClose()}
      title="An item type of your own"
      description="Drawn from parts or over a picture. Its zones are what is picked when somebody says where it failed."
    >
      {from !== null && <Form from={from} onClose={onClose} />}
    </Sheet>
  );
}

function Form({ from, onClose }: { from: Schemas["ItemType"] | "new"; onClose: () => void }) {
  const form = useForm<Item>({ resolver: zodResolver(ITEM), defaultValues: itemOf(from) });
  const add = useLibraryChange<Item>(
    (item) => answer(api.POST("/api/item-types", { body: toItemType(item) })),
    "Item type added",
    onClose,
  );
  const { errors } = form.formState;
  const faults = [
    errors.parts?.message ?? errors.parts?.root?.message,
    errors.zones?.message ?? errors.zones?.root?.message,
    add.error?.message,
  ];
  return (
    <FormProvider {...form}>
      <form className="grid gap-4" onSubmit={(event) => void form.handleSubmit((item) => add.mutate(item))(event)}>
        <div className="grid gap-4 md:grid-cols-[1fr_360px]">
          <div className="grid content-start gap-3">
            <Drawing />
            <DrawnParts />
            <Picture />
          </div>
          <div className="grid content-start gap-3">
            <Field label="Name" error={errors.name?.message} {...form.register("name")} />
            <Field
              label="Features that are pulled, with commas"
              note="One for an item pulled once; more where each eye or hole is pulled for itself."
              error={errors.features?.message}
              {...form.register("features")}
            />
            <Check {...form.register("loads_shared")}>A pull of one feature loads the others, too</Check>
            <Zones />
            <TextArea
              label="Looked at before and after, one to a line"
              rows={3}
              {...form.register("inspection_points")}
            />
          </div>
        </div>
        {faults.filter(Boolean).map((fault) => (
          <ErrorNote key={fault} message={fault ?? ""} />
        ))}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={add.isPending}>
            Add the item type
          </Button>
        </div>
      </form>
    </FormProvider>
  );
}
