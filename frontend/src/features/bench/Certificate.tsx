import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { certificateQuery } from "@/api/benchQueries";
import { keys } from "@/api/queries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { useLot } from "@/lot/context";
import { PaperLink } from "@/paper/PaperLink";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { Caution, ErrorNote } from "@/ui/states";
import { LooseGear } from "./LooseGear";
import type { Run } from "./useRun";

/** A certificate for a proof that was passed: its witness, its loose gear, when it is due again. */
export function Certificate({ run }: { run: Run }) {
  const { data } = useQuery(certificateQuery(run.id));
  const may = useMay("certify");
  if (!data) return null;
  return (
    <section className="sheet grid gap-2.5 px-4 py-3" aria-label="Proof certificate">
      <h2>Proof certificate</h2>
      {data.certificates.map((row) => (
        <p key={row.id}>
          <PaperLink inline href={`/api/certificates/${row.id}/paper`}>
            {row.number}
          </PaperLink>{" "}
          <span className="text-soft">
            by {row.person}, {when(row.created_at)}
            {row.witness_name && `; witness ${row.witness_name}`}; examine by {row.examination_due}, load test by{" "}
            {row.load_test_due}
          </span>
        </p>
      ))}
      <LooseGear lotId={data.lot_id} runId={run.id} rows={data.loose_gear} />
      {data.against ? <Caution>{data.against}.</Caution> : may && <Give run={run} data={data} />}
    </section>
  );
}

function Give({ run, data }: { run: Run; data: Schemas["Certificates"] }) {
  const { page } = useLot();
  const queries = useQueryClient();
  const [key, setKey] = useState(onceKey);
  const [witness, setWitness] = useState({ name: "", body: "", mark: "" });
  const [reason, setReason] = useState("");
  const again = data.certificates.length > 0;
  const give = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/runs/{id}/certificate", {
          params: { path: { id: run.id } },
          headers: once(key),
          body: { witness, ...(again ? { reason: reason.trim() } : {}) },
        }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(keys.certificate(run.id), now);
      setReason("");
      void queries.invalidateQueries({ queryKey: keys.bench(page.lot.id) });
    },
    onSettled: () => setKey(onceKey()),
  });
  const field = (name: keyof typeof witness) => ({
    value: witness[name],
    onChange: (event: { target: { value: string } }) => setWitness({ ...witness, [name]: event.target.value }),
  });
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        give.mutate();
      }}
    >
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="Witness" maxLength={120} {...field("name")} />
        <Field label="Of which body" maxLength={160} {...field("body")} />
        <Field label="Mark" maxLength={80} {...field("mark")} />
      </div>
      {again && (
        <Field
          label="Why another one replaces it"
          maxLength={400}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      )}
      {give.error && <ErrorNote message={give.error.message} />}
      <div>
        <Button primary type="submit" className="h-11" disabled={give.isPending || (again && reason.trim() === "")}>
          {again ? "Give out another one" : "Give out the certificate"}
        </Button>
      </div>
    </form>
  );
}
