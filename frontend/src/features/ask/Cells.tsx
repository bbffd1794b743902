import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";
import { useLot } from "@/lot/context";
import { Choice } from "@/ui/Choice";

/** Which cell of the job's studies this lot is: one level of each factor. Kept at once. */
export function Cells() {
  const { page } = useLot();
  const { lot, ask } = page;
  const queries = useQueryClient();
  const assign = useMutation({
    mutationFn: (level_ids: number[]) =>
      answer(api.PUT("/api/lots/{id}/levels", { params: { path: { id: lot.id } }, body: { level_ids } })),
    onSuccess: (next) => {
      queries.setQueryData(keys.lot(lot.id), next);
      toast.success("Put into its cell");
    },
    onError: (error) => toast.error(error.message),
  });
  if (ask.studies.length === 0) return null;
  const choose = (factor: Factor, level: string) => {
    const others = ask.level_ids.filter((id) => !factor.levels.some((l) => l.id === id));
    assign.mutate(level === "" ? others : [...others, Number(level)]);
  };
  return (
    <section className="sheet grid content-start gap-3 p-4">
      {ask.studies.map((study) => (
        <div key={study.id} className="grid gap-3">
          <h2>Its cell of “{study.name}”</h2>
          <div className="grid grid-cols-2 gap-3">
            {study.factors.map((factor) => (
              <Choice
                key={factor.id}
                label={factor.name}
                value={String(factor.levels.find((level) => ask.level_ids.includes(level.id))?.id ?? "")}
                onChange={(level) => choose(factor, level)}
                options={[
                  { value: "", label: "not in it" },
                  ...factor.levels.map((level) => ({ value: String(level.id), label: level.name })),
                ]}
              />
            ))}
          </div>
        </div>
      ))}
      <p className="text-soft text-[12px]">A lot’s cell is kept as soon as it is chosen.</p>
    </section>
  );
}

type Factor = Schemas["Study"]["factors"][number];
