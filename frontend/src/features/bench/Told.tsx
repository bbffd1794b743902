import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { aftermathQuery } from "@/api/benchQueries";
import { keys } from "@/api/queries";
import { useMay } from "@/api/session";
import { AddFile } from "@/files/AddFile";
import { plainNumber } from "@/format/figure";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { Clip } from "./Clip";

type Told = NonNullable<Schemas["AftermathOfPull"]["told"]>;
type Typed = {
  heat: string;
  expected: string;
  stuck: string;
  freed: string;
  usable: string;
  next: string;
  minutes: string;
  words: string;
};

const yes = (value: boolean | null) => (value === null ? "" : value ? "yes" : "no");
const from = (told: Told | null): Typed => ({
  heat: told?.heat ?? "",
  expected: yes(told?.as_expected ?? null),
  stuck: yes(told?.stuck ?? null),
  freed: told?.freed ?? "",
  usable: told?.usable ?? "",
  next: told?.next_weakest ?? "",
  minutes: told?.minutes == null ? "" : String(told.minutes),
  words: told?.words ?? "",
});
const orNull = (text: string) => (text === "" ? null : text === "yes");

/** What is sent: what stuck is said before how it was freed. */
export const toAftermath = (typed: Typed): Schemas["Aftermath"] => ({
  as_expected: orNull(typed.expected),
  heat: typed.heat === "" ? null : (typed.heat as Schemas["Aftermath"]["heat"]),
  stuck: typed.freed.trim() ? true : orNull(typed.stuck),
  freed: typed.freed.trim(),
  usable: typed.usable.trim(),
  next_weakest: typed.next.trim(),
  minutes: plainNumber(typed.minutes),
  words: typed.words.trim(),
});

/** What is told besides what failed: heat, what stuck, what stays usable; photos and clips. */
export function Told({ pullId }: { pullId: number }) {
  const { data } = useQuery(aftermathQuery(pullId));
  const may = useMay("tellAftermath");
  if (!data || !may) return null;
  return (
    <details className="sheet px-4 py-3">
      <summary className="cursor-pointer font-semibold">
        Heat, what stuck, what stays usable, minutes; photos and clips
        {data.told && <span className="text-soft ml-2 font-normal">told by {data.told.person}</span>}
      </summary>
      <Form key={data.told?.created_at ?? "none"} pullId={pullId} told={data.told} />
      <Clips pullId={pullId} data={data} />
    </details>
  );
}

const YES_NO = [
  { value: "", label: "–" },
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];
const HEAT = ["", "none", "warm", "hot", "smoke"].map((value) => ({ value, label: value || "–" }));

function Form({ pullId, told }: { pullId: number; told: Told | null }) {
  const [typed, setTyped] = useState(() => from(told));
  const queries = useQueryClient();
  const tell = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/pulls/{id}/aftermath", { params: { path: { id: pullId } }, body: toAftermath(typed) })),
    onSuccess: (now) => queries.setQueryData(keys.aftermath(pullId), now),
  });
  const set = (key: keyof Typed) => (value: string) => setTyped({ ...typed, [key]: value });
  const field = (key: keyof Typed) => ({
    value: typed[key],
    onChange: (event: { target: { value: string } }) => set(key)(event.target.value),
  });
  return (
    <form
      className="mt-3 grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        tell.mutate();
      }}
    >
      <div className="grid grid-cols-2 gap-3 min-[1280px]:grid-cols-4">
        <Choice label="Where it was expected" value={typed.expected} options={YES_NO} onChange={set("expected")} />
        <Choice label="Heat" value={typed.heat} options={HEAT} onChange={set("heat")} />
        <Choice label="Stuck" value={typed.stuck} options={YES_NO} onChange={set("stuck")} />
        <Field label="Minutes taken" inputMode="decimal" {...field("minutes")} />
      </div>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="How it was freed" maxLength={200} {...field("freed")} />
        <Field label="What stays usable" maxLength={200} {...field("usable")} />
        <Field label="What would have gone next" maxLength={120} {...field("next")} />
      </div>
      <Field label="In words" maxLength={400} {...field("words")} />
      {tell.error && <ErrorNote message={tell.error.message} />}
      <div>
        <Button type="submit" className="h-11" disabled={tell.isPending}>
          Keep it
        </Button>
      </div>
    </form>
  );
}

function Clips({ pullId, data }: { pullId: number; data: Schemas["AftermathOfPull"] }) {
  const queries = useQueryClient();
  return (
    <div className="mt-3 grid gap-2">
      <AddFile
        target={{ pull_id: pullId }}
        label="Add a photo or a clip"
        onAdded={() => void queries.invalidateQueries({ queryKey: keys.aftermath(pullId) })}
      />
      {data.files.map((file) =>
        file.media_type.startsWith("video/") ? (
          <Clip key={file.id} pullId={pullId} file={file} breakSeconds={data.break_seconds} />
        ) : (
          <img
            key={file.id}
            src={`/api/attachments/${file.attachment_id}`}
            alt={file.name}
            className="border-line h-24 w-fit border object-cover"
          />
        ),
      )}
    </div>
  );
}
