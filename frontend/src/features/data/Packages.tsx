import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { type Schemas } from "@/api/client";
import { lookPackage, takePackage } from "@/api/uploads";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import { FilePick } from "@/ui/FilePick";
import { ErrorNote } from "@/ui/states";
import { Differences } from "./Differences";
import { Vouched } from "./Vouched";

type Look = Schemas["PackageLook"];
const KEY = "rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3.5 font-semibold";

/** Everything as one open file, and such a file taken in. */
export function Packages() {
  return (
    <section aria-label="Packages" className="pt-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pb-1.5">
        <h2 className="text-[15px]">Packages</h2>
        <p className="text-soft text-[13px]">
          Tables, curves, original files, papers and who did what, each with its hash; open formats that any tool reads.
        </p>
      </div>
      <div className="grid gap-4 min-[820px]:grid-cols-2">
        <div className="sheet grid content-start gap-3 p-4">
          <h3 className="font-semibold">Take everything along</h3>
          <p className="text-soft text-[13px]">
            A single lot or job leaves under its Papers. A package is not a backup: it has no accounts and no keys.
          </p>
          <a href="/api/package" download className={`${KEY} justify-self-start`}>
            Everything as a package
          </a>
        </div>
        <BringIn />
      </div>
    </section>
  );
}

function BringIn() {
  const may = useMay("takePackage");
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [take, setTake] = useState<string[]>([]);
  const look = useMutation({ mutationFn: lookPackage, onSuccess: () => setTake([]) });
  const bring = useMutation({
    mutationFn: (given: { file: File; sha256: string }) => takePackage(given.file, given.sha256, take),
    onSuccess: (done) => {
      const said = done.heard.reduce((all, row) => all + row.count, 0);
      toast.success(`${plural(sum(done, "new"), "row")} taken in${said ? `, ${plural(said, "act")} only said` : ""}`);
      setFile(null);
      look.reset();
      void queries.invalidateQueries();
    },
  });
  if (!may) return null;
  const seen = look.data;
  return (
    <div className="sheet grid content-start gap-3 p-4">
      <h3 className="font-semibold">Bring one in</h3>
      <p className="text-soft text-[13px]">It is looked at first. What is here is changed only where you say so.</p>
      <FilePick
        label="A package"
        accept=".zip,application/zip"
        onPick={(next) => {
          setFile(next);
          bring.reset();
          look.mutate(next);
        }}
      />
      {look.isPending && <p className="text-soft">Holding every file against its hash …</p>}
      {look.error && <ErrorNote message={look.error.message} />}
      {seen && file && <Seen look={seen} take={take} setTake={setTake} />}
      {bring.error && <ErrorNote message={bring.error.message} />}
      {seen && file && seen.problems.length === 0 && (
        <Button
          primary
          className="justify-self-start"
          disabled={bring.isPending || (sum(seen, "new") + sum(seen, "said") === 0 && take.length === 0)}
          onClick={() => bring.mutate({ file, sha256: seen.sha256 })}
        >
          {bring.isPending ? "Taking it in …" : "Take it in"}
        </Button>
      )}
    </div>
  );
}

const sum = (look: Pick<Look, "counts">, which: "new" | "same" | "differ" | "said") =>
  look.counts.reduce((all, row) => all + row[which], 0);

type SeenProps = { look: Look; take: string[]; setTake: (uids: string[]) => void };

function Seen({ look, take, setTake }: SeenProps) {
  if (look.problems.length > 0)
    return (
      <div role="alert" className="border-signal border-l-4 px-3">
        <b>It is not whole: nothing of it is taken.</b>
        <ul className="text-[13px]">
          {look.problems.slice(0, 8).map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      </div>
    );
  const fresh = sum(look, "new");
  return (
    <div className="grid gap-2">
      <p>
        <b>{look.title}</b>, made {look.own ? "here" : "elsewhere"} with {look.application}:{" "}
        {plural(look.lots.length, "lot")}. <b className="num">{fresh}</b> rows are new,{" "}
        <span className="num">{sum(look, "same")}</span> are here already
        {look.differences.length > 0 && (
          <>
            , <b className="num text-derived">{look.differences.length}</b> are other here
          </>
        )}
        .
      </p>
      <Vouched look={look} />
      {look.differences.length > 0 && <Differences rows={look.differences} take={take} setTake={setTake} />}
    </div>
  );
}
