import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, Fault } from "@/api/client";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

const PURPOSES = ["rating", "acceptance", "comparison", "investigation", "complaint", "demonstration"];
type Props = { open: boolean; onOpenChange: (open: boolean) => void; onCreated: (job: { id: number; customer: string }) => void };

export function NewJob({ open, onOpenChange, onCreated }: Props) {
  const [customer, setCustomer] = useState("");
  const [title, setTitle] = useState("");
  const [purpose, setPurpose] = useState("rating");
  const queries = useQueryClient();
  const create = useMutation({
    mutationFn: () => answer(api.POST("/api/jobs", { body: { customer, title, purpose } })),
    onSuccess: (job) => {
      onOpenChange(false);
      setCustomer("");
      setTitle("");
      void queries.invalidateQueries();
      onCreated(job);
    },
  });
  const fields = create.error instanceof Fault ? create.error.fields : {};
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="New job" description="Who asks, and what for. Its lots come next.">
      <form
        className="grid gap-3.5"
        onSubmit={(e) => {
          e.preventDefault();
          create.mutate();
        }}
      >
        <Field label="Customer" value={customer} onChange={(e) => setCustomer(e.target.value)} error={fields.customer} required />
        <Field
          label="What is asked"
          value={title}
          onChange={(e) => setTitle(e.target.value)}
          error={fields.title}
          placeholder="Eye splices, spring line"
          required
        />
        <Choice
          label="Purpose"
          value={purpose}
          onChange={setPurpose}
          options={PURPOSES.map((p) => ({ value: p, label: p, note: p === "demonstration" ? "issues no certificate" : undefined }))}
        />
        {create.error && Object.keys(fields).length === 0 && <ErrorNote message={create.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button primary type="submit" disabled={create.isPending}>
            Take it in
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
