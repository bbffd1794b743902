import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import type { Choices } from "./useDrop";

type Props = { preview: Schemas["Preview"]; choices: Choices; onRemembered: (signature: string) => void };

/** Keeps the choices under the logger's name; files that look alike are read so from then on. */
export function KeepProfile({ preview, choices, onRemembered }: Props) {
  const [name, setName] = useState(preview.profile?.name ?? "");
  const keep = useMutation({
    mutationFn: () => {
      return answer(api.POST("/api/import-profiles", { body: { name, signature: preview.signature, choices } }));
    },
    onSuccess: (profile) => {
      toast.success(`Files like this are read as “${profile.name}” from now on`);
      onRemembered(preview.signature);
    },
  });
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <Field
        label="Remember these choices for"
        placeholder="name of the logger"
        value={name}
        onChange={(e) => setName(e.target.value)}
        className="w-56"
      />
      <Button type="submit" disabled={name.trim() === "" || keep.isPending}>
        Remember
      </Button>
      {keep.error && <ErrorNote message={keep.error.message} />}
    </form>
  );
}
