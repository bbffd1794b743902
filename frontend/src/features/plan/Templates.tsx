import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys, templatesQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";

type Dimensions = Record<string, Schemas["Typed"]>;
type Props = { onTake: (worked: Schemas["WorkedOut"], dimensions: Dimensions) => void };

/** A plan to begin with, worked out for the dimensions of this piece. */
export function TemplatePick({ onTake }: Props) {
  const { data } = useQuery(templatesQuery);
  const [key, setKey] = useState("");
  const [texts, setTexts] = useState<Record<string, string>>({});
  const chosen = data?.find((row) => row.key === key);
  const dimensions: Dimensions = Object.fromEntries(
    (chosen?.asks ?? []).flatMap((asked) => {
      const text = texts[asked.key]?.trim();
      return text ? [[asked.key, { text, unit: asked.unit }]] : [];
    }),
  );
  const work = useMutation({
    mutationFn: () => answer(api.POST("/api/acceptance-templates/work-out", { body: { key, dimensions } })),
    onSuccess: (worked) => onTake(worked, dimensions),
  });
  return (
    <div className="grid gap-2.5">
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          className="w-72"
          label="Begin with"
          value={key}
          options={[
            { value: "", label: "nothing" },
            ...(data ?? []).map((row) => ({ value: row.key, label: row.name, note: row.own ? "own" : row.source })),
          ]}
          onChange={setKey}
        />
        {chosen?.asks.map((asked) => (
          <Field
            key={asked.key}
            className="w-40"
            label={asked.name}
            unit={asked.unit}
            inputMode="decimal"
            value={texts[asked.key] ?? ""}
            onChange={(event) => setTexts({ ...texts, [asked.key]: event.target.value })}
          />
        ))}
        {chosen && (
          <Button disabled={work.isPending} onClick={() => work.mutate()}>
            Work it out
          </Button>
        )}
      </div>
      {chosen?.check && <p className="text-derived text-[13px]">check: {chosen.source}</p>}
      {work.error && <ErrorNote message={work.error.message} />}
    </div>
  );
}

/** Keeps the plan in force for other lots. */
export function KeepTemplate({ name }: { name: string }) {
  const { page } = useLot();
  const may = useMay("keepTemplate");
  const queries = useQueryClient();
  const keep = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/lots/{id}/acceptance/template", {
          params: { path: { id: page.lot.id } },
          body: { name, source: `Kept from ${page.lot.name}` },
        }),
      ),
    onSuccess: (rows) => {
      queries.setQueryData(keys.templates, rows);
      toast.success("Kept as a template of the shop");
    },
    onError: (error) => toast.error(error.message),
  });
  if (!may) return null;
  return (
    <Button className="mr-auto" disabled={keep.isPending} onClick={() => keep.mutate()}>
      Keep as a template
    </Button>
  );
}
