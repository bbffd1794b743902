import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";

type Props = { lotId: number; runId: number; rows: Schemas["LooseGear"][] };
const NOTHING = { name: "", mark: "", certificate: "", valid_until: "" };

/** Hooks, blocks and shackles that belong to what is proved, each with a certificate of its own. */
export function LooseGear({ lotId, runId, rows }: Props) {
  const may = useMay("addLooseGear");
  const queries = useQueryClient();
  const [typed, setTyped] = useState(NOTHING);
  const after = {
    onSuccess: () => void queries.invalidateQueries({ queryKey: keys.certificate(runId) }),
  };
  const add = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/lots/{id}/loose-gear", {
          params: { path: { id: lotId } },
          body: { ...typed, name: typed.name.trim(), valid_until: typed.valid_until || null },
        }),
      ),
    onSuccess: () => {
      setTyped(NOTHING);
      after.onSuccess();
    },
  });
  const remove = useMutation({
    mutationFn: (id: number) => answer(api.DELETE("/api/loose-gear/{id}", { params: { path: { id } } })),
    ...after,
  });
  const field = (name: keyof typeof typed) => ({
    value: typed[name],
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
  });
  const error = add.error ?? remove.error;
  return (
    <details open={rows.length > 0}>
      <summary className="cursor-pointer text-[13.5px]">
        Loose gear: {rows.length === 0 ? "none named" : rows.length}
      </summary>
      <ul className="mt-1 text-[13.5px]">
        {rows.map((row) => (
          <li key={row.id} className="border-line flex flex-wrap items-baseline gap-x-3 border-t py-1">
            <b className="font-semibold">
              {row.name} {row.mark}
            </b>
            <span className={row.lacks ? "text-signal font-semibold" : "text-soft"}>
              {row.lacks ?? `certificate ${row.certificate}, valid until ${row.valid_until}`}
            </span>
            {may && (
              <button
                type="button"
                className="ml-auto min-h-9 underline"
                aria-label={`Take ${row.name} off`}
                onClick={() => remove.mutate(row.id)}
              >
                Take off
              </button>
            )}
          </li>
        ))}
      </ul>
      {may && (
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2 min-[1280px]:grid-cols-[1fr_90px_110px_140px_auto]"
          onSubmit={(event) => {
            event.preventDefault();
            if (typed.name.trim()) add.mutate();
          }}
        >
          <Field label="Gear" maxLength={120} {...field("name")} />
          <Field label="Mark" maxLength={80} {...field("mark")} />
          <Field label="Certificate" maxLength={80} {...field("certificate")} />
          <Field label="Valid until" type="date" {...field("valid_until")} />
          <Button type="submit" className="h-10" disabled={add.isPending || typed.name.trim() === ""}>
            Add
          </Button>
        </form>
      )}
      {error && <ErrorNote message={error.message} />}
    </details>
  );
}
