import { useMutation } from "@tanstack/react-query";
import { useId } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { sendPicture } from "@/api/uploads";
import { ErrorNote } from "@/ui/states";
import type { Item } from "./itemForm";

/** A picture under the drawing, instead of parts or below them. */
export function Picture() {
  const { control, setValue } = useFormContext<Item>();
  const picture = useWatch({ control, name: "picture_id" });
  const id = useId();
  const keep = useMutation({
    mutationFn: sendPicture,
    onSuccess: ({ id: kept }) => setValue("picture_id", kept, { shouldDirty: true }),
  });
  return (
    <div className="grid gap-1.5">
      <label htmlFor={id} className="cap">
        Or a picture: PNG, JPEG or WebP up to 4 MB
      </label>
      <input
        id={id}
        type="file"
        accept="image/png,image/jpeg,image/webp"
        className="text-[13px]"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) keep.mutate(file);
        }}
      />
      {picture !== null && (
        <button
          type="button"
          className="text-soft justify-self-start text-[13px] underline"
          onClick={() => setValue("picture_id", null, { shouldDirty: true })}
        >
          Take the picture out
        </button>
      )}
      {keep.error && <ErrorNote message={keep.error.message} />}
    </div>
  );
}
