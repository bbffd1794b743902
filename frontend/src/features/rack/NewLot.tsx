import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, Fault } from "@/api/client";
import { sessionQuery } from "@/api/queries";
import { FORCE_UNITS, type ForceUnit } from "@/format/force";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type Props = { job: { id: number; customer: string } | null; onClose: () => void };

export function NewLot({ job, onClose }: Props) {
  const { data: session } = useQuery(sessionQuery);
  const [name, setName] = useState("");
  const [item, setItem] = useState("eye_splice");
  const [unit, setUnit] = useState<ForceUnit>("kN");
  const queries = useQueryClient();
  const navigate = useNavigate();
  const create = useMutation({
    mutationFn: (id: number) =>
      answer(api.POST("/api/jobs/{id}/lots", { params: { path: { id } }, body: { name, item_type: item, display_unit: unit } })),
    onSuccess: (page) => {
      onClose();
      setName("");
      void queries.invalidateQueries();
      void navigate({ to: "/lots/$lotId/ask", params: { lotId: page.lot.id } });
    },
  });
  const fields = create.error instanceof Fault ? create.error.fields : {};
  const type = session?.item_types.find((t) => t.key === item);
  return (
    <Sheet
      open={job !== null}
      onOpenChange={(open) => !open && onClose()}
      title={`New lot for ${job?.customer ?? ""}`}
      description="One population: specimens made and prepared alike."
    >
      <form
        className="grid gap-3.5"
        onSubmit={(e) => {
          e.preventDefault();
          if (job) create.mutate(job.id);
        }}
      >
        <Field
          label="Name of the lot"
          value={name}
          onChange={(e) => setName(e.target.value)}
          error={fields.name}
          placeholder="Eye splice, five tucks"
          required
        />
        <div className="grid grid-cols-[1fr_110px] gap-3">
          <Choice
            label="Item"
            value={item}
            onChange={setItem}
            options={(session?.item_types ?? []).map((t) => ({ value: t.key, label: t.name }))}
          />
          <Choice
            label="Display unit"
            value={unit}
            onChange={(u) => setUnit(u as ForceUnit)}
            options={FORCE_UNITS.map((u) => ({ value: u, label: u }))}
          />
        </div>
        {type && <ItemSketch item={item} zones={type.zones} />}
        {create.error && Object.keys(fields).length === 0 && <ErrorNote message={create.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={create.isPending}>
            Add the lot
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
