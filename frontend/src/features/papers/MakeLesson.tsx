import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { practiceKey } from "@/api/practiceQueries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Field, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

/** A lesson out of this lot: its breaks give the population, its other pulls what befalls some pieces. */
export function MakeLesson() {
  const { page } = useLot();
  const may = useMay("makeLesson");
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState("");
  const [teaches, setTeaches] = useState("");
  const make = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/lots/{id}/lesson", {
          params: { path: { id: page.lot.id } },
          body: { title: title.trim(), teaches },
        }),
      ),
    onSuccess: (all) => {
      queries.setQueryData(practiceKey, all);
      setOpen(false);
      toast.success("The lesson stands under Practise");
    },
  });
  if (!may || page.job.purpose === "practice") return null;
  return (
    <>
      <button type="button" className="justify-self-start text-[13px] underline" onClick={() => setOpen(true)}>
        Make a lesson of it
      </button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="A lesson made of this lot"
        description="Other pieces, drawn from what these breaks say of their population; what was at least or void here befalls the same places there. No name and no figure of this lot is shown."
      >
        <form
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            make.mutate();
          }}
        >
          <Field label="Title" value={title} maxLength={200} onChange={(event) => setTitle(event.target.value)} />
          <TextArea
            label="What it teaches, told at the end"
            value={teaches}
            maxLength={800}
            onChange={(event) => setTeaches(event.target.value)}
          />
          {make.error && <ErrorNote message={make.error.message} />}
          <div className="flex justify-end gap-2.5">
            <Button onClick={() => setOpen(false)}>Cancel</Button>
            <Button primary type="submit" disabled={title.trim().length < 3 || make.isPending}>
              Make it
            </Button>
          </div>
        </form>
      </Sheet>
    </>
  );
}
