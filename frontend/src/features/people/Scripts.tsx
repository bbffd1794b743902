import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys, tokensQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";

/** Keys by which scripts work in one's own name: shown once, ended at any time. */
export function Scripts() {
  const may = useMay("issueToken");
  const { data } = useQuery({ ...tokensQuery, enabled: may });
  if (!may || !data) return null;
  return (
    <section className="pt-6" aria-label="Keys for scripts">
      <h2 className="pb-1.5 text-[15px]">Your keys for scripts</h2>
      <div className="sheet grid gap-3 p-3">
        <NewKey />
        {data.length > 0 && (
          <ul>
            {data.map((token) => (
              <Row key={token.id} token={token} />
            ))}
          </ul>
        )}
      </div>
    </section>
  );
}

type Scope = "all" | "read";
const SCOPES = [
  { value: "all", label: "read and write" },
  { value: "read", label: "only read" },
];
const ENDS = [
  { value: "30", label: "in 30 days" },
  { value: "365", label: "in a year" },
  { value: "", label: "when I end it" },
];

function NewKey() {
  const [name, setName] = useState("");
  const [scope, setScope] = useState<Scope>("all");
  const [days, setDays] = useState("365");
  const [shown, setShown] = useState<string | null>(null);
  const queries = useQueryClient();
  const issue = useMutation({
    mutationFn: (of: string) =>
      answer(api.POST("/api/tokens", { body: { name: of, scope, ...(days ? { days: Number(days) } : {}) } })),
    onSuccess: (token) => {
      setShown(token.key ?? null);
      setName("");
      void queries.invalidateQueries({ queryKey: keys.tokens });
    },
    onError: (error) => toast.error(error.message),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim()) issue.mutate(name.trim());
  };
  return (
    <form onSubmit={submit} className="grid gap-2">
      <div className="flex flex-wrap items-end gap-3">
        <Field
          label="A new key for"
          placeholder="the logger’s upload script"
          className="min-w-[220px] flex-1"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Choice
          label="It may"
          className="w-[190px]"
          value={scope}
          options={SCOPES}
          onChange={(next) => setScope(next as Scope)}
        />
        <Choice label="It ends" className="w-[150px]" value={days} options={ENDS} onChange={setDays} />
        <Button type="submit" disabled={name.trim() === "" || issue.isPending}>
          Make a key
        </Button>
      </div>
      {shown && (
        <p className="border-derived border-l-4 pl-3">
          Shown this once; it is sent as <code className="num">Authorization: Bearer …</code>
          <code className="num block py-1 break-all select-all">{shown}</code>
        </p>
      )}
    </form>
  );
}

function Row({ token }: { token: Schemas["Token"] }) {
  const queries = useQueryClient();
  const end = useMutation({
    mutationFn: () => answer(api.DELETE("/api/tokens/{id}", { params: { path: { id: token.id } } })),
    onSuccess: (left) => queries.setQueryData(keys.tokens, left),
    onError: (error) => toast.error(error.message),
  });
  return (
    <li className="border-line flex flex-wrap items-baseline gap-x-4 border-t py-1.5">
      <b className="font-semibold">{token.name}</b>
      <span className="text-soft flex-1 text-[13px]">
        {SCOPES.find((one) => one.value === token.scope)?.label ?? "calendar only"}, made {when(token.created_at)}
        {token.used_at ? `, used ${when(token.used_at)}` : ", never used"}
        {token.revoked_at
          ? `, ended ${when(token.revoked_at)}`
          : token.expires_at && `, ends ${when(token.expires_at)}`}
      </span>
      {!token.revoked_at && (
        <button type="button" className="text-[13px] font-semibold underline" onClick={() => end.mutate()}>
          End it
        </button>
      )}
    </li>
  );
}
