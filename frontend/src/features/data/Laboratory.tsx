import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { sendPicture } from "@/api/uploads";
import { laboratoryKey, laboratoryQuery } from "@/api/dataQueries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field, TextArea } from "@/ui/Field";
import { ErrorNote, Waiting } from "@/ui/states";

type Lab = Schemas["Laboratory"];
type Typed = Pick<Lab, "name" | "address" | "terms" | "language" | "link" | "mark_id">;

/** Name, address, mark and terms of the laboratory: from then on, on every paper. */
export function Laboratory() {
  const { data } = useQuery(laboratoryQuery);
  const may = useMay("keepLaboratory");
  return (
    <section aria-label="On every paper" className="pt-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pb-1.5">
        <h2 className="text-[15px]">On every paper</h2>
        <p className="text-soft text-[13px]">
          {data?.since ? `Kept by ${data.person}, ${when(data.since)}.` : "Nothing kept yet: papers carry no name."} A
          paper that was handed out stays as it was.
        </p>
      </div>
      {!data ? <Waiting what="the laboratory" /> : may ? <Form key={data.since} lab={data} /> : <Shown lab={data} />}
    </section>
  );
}

function Shown({ lab }: { lab: Lab }) {
  return (
    <div className="sheet flex flex-wrap gap-4 p-4">
      {lab.mark_id && <Mark id={lab.mark_id} />}
      <div>
        <b className="head text-[15px]">{lab.name || "No name"}</b>
        <p className="text-soft whitespace-pre-line">{lab.address}</p>
        <p className="max-w-[64ch] pt-2 text-[13px]">{lab.terms}</p>
      </div>
    </div>
  );
}

const Mark = ({ id }: { id: number }) => (
  <img src={`/api/pictures/${id}`} alt="The mark" className="max-h-[52px] max-w-[110px] object-contain" />
);

function Form({ lab }: { lab: Lab }) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Typed>(() => ({
    name: lab.name,
    address: lab.address,
    terms: lab.terms,
    language: lab.language,
    link: lab.link,
    mark_id: lab.mark_id,
  }));
  const set = (part: Partial<Typed>) => setTyped((before) => ({ ...before, ...part }));
  const keep = useMutation({
    mutationFn: () => answer(api.PUT("/api/laboratory", { body: typed })),
    onSuccess: (kept) => {
      queries.setQueryData(laboratoryKey, kept);
      toast.success("Kept: it stands on the next paper");
    },
  });
  const picture = useMutation({ mutationFn: sendPicture, onSuccess: ({ id }) => set({ mark_id: id }) });
  const fault = keep.error ?? picture.error;
  return (
    <form
      className="sheet grid gap-4 p-4 min-[820px]:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate();
      }}
    >
      <Field
        label="Name of the laboratory"
        value={typed.name}
        maxLength={200}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Choice
        label="Papers are printed in"
        value={typed.language}
        options={lab.languages.map((one) => ({ value: one.key, label: one.name }))}
        onChange={(language) => set({ language: language as Lab["language"] })}
      />
      <TextArea
        label="Address, four lines at most"
        rows={4}
        value={typed.address}
        maxLength={400}
        onChange={(e) => set({ address: e.target.value })}
      />
      <TextArea
        label="Terms, at the end of every paper"
        rows={4}
        value={typed.terms}
        maxLength={2000}
        onChange={(e) => set({ terms: e.target.value })}
      />
      <Field
        label="Address of this application"
        placeholder="http://bench-room.example:4870"
        value={typed.link}
        maxLength={200}
        note="The code on a paper opens its record there. Empty: on this machine only."
        onChange={(e) => set({ link: e.target.value })}
      />
      <div className="grid content-start gap-1.5">
        <label htmlFor="mark" className="cap">
          Mark: PNG or JPEG, printed 12 mm high
        </label>
        <div className="flex flex-wrap items-center gap-3">
          {typed.mark_id && <Mark id={typed.mark_id} />}
          <input
            id="mark"
            type="file"
            accept="image/png,image/jpeg"
            className="text-[13px]"
            onChange={(e) => e.target.files?.[0] && picture.mutate(e.target.files[0])}
          />
          {typed.mark_id && (
            <button type="button" className="text-[13px] underline" onClick={() => set({ mark_id: null })}>
              Take it off
            </button>
          )}
        </div>
      </div>
      <div className="flex items-center justify-end gap-3 min-[820px]:col-span-2">
        {fault && <ErrorNote message={fault.message} />}
        <Button type="submit" primary disabled={keep.isPending}>
          Keep
        </Button>
      </div>
    </form>
  );
}
