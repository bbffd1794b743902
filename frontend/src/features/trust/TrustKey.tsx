import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "@/api/client";
import { trustKeys } from "@/api/trustQueries";
import { Button } from "@/ui/Button";
import { Field, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { Caution, ErrorNote } from "@/ui/states";

/** The public key of another installation, believed from now on, with how its owner was reached. */
export function TrustKey({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const [given, setGiven] = useState({ public_key: "", name: "", reason: "" });
  const set = (name: keyof typeof given) => (event: { target: { value: string } }) =>
    setGiven((before) => ({ ...before, [name]: event.target.value }));
  const keep = useMutation({
    mutationFn: () => answer(api.POST("/api/keys", { body: { ...given, trusted: true } })),
    onSuccess: () => {
      onClose();
      void queries.invalidateQueries({ queryKey: trustKeys.keys });
    },
  });
  const whole = Object.values(given).every((text) => text.trim() !== "");
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="Believe another installation"
      description="What its packages say that people did comes in as done, and not only as said."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate();
        }}
      >
        <Field label="Whose it is" value={given.name} maxLength={200} onChange={set("name")} />
        <TextArea
          label="Its public key"
          rows={4}
          value={given.public_key}
          maxLength={2000}
          onChange={set("public_key")}
        />
        <TextArea label="How you know" value={given.reason} maxLength={400} onChange={set("reason")} />
        <Caution>
          Compare its short number by telephone with somebody whom you know, not with what came beside it.
        </Caution>
        {keep.error && <ErrorNote message={keep.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={!whole || keep.isPending}>
            Believe it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
