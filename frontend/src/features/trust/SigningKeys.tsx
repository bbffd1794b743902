import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { signingKeysQuery, trustKeys } from "@/api/trustQueries";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { ReasonSheet } from "@/ui/ReasonSheet";
import { ErrorNote } from "@/ui/states";
import { TrustKey } from "./TrustKey";

export type SigningKey = Schemas["Keys"]["keys"][number];
type Change = { key: SigningKey; trusted: boolean };

/** The key that signs here, those before it, and those of other installations that are believed or not. */
export function SigningKeys() {
  const { data, error } = useQuery(signingKeysQuery);
  const may = useMay("trustKey");
  const [adding, setAdding] = useState(false);
  const [replacing, setReplacing] = useState(false);
  const [changing, setChanging] = useState<Change | null>(null);
  const replace = useKeep(
    () => setReplacing(false),
    (reason) => answer(api.POST("/api/keys/replace", { body: { reason } })),
  );
  const trust = useKeep(
    () => setChanging(null),
    (reason) => {
      if (!changing) throw new Error("No key was chosen.");
      const { public_key, name } = changing.key;
      return answer(api.POST("/api/keys", { body: { public_key, name, trusted: changing.trusted, reason } }));
    },
  );
  if (error) return <ErrorNote message={error.message} />;
  if (!data) return null;
  return (
    <section className="pt-6" aria-label="Keys">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-1.5">
        <h2 className="text-[15px]">Whose word is believed</h2>
        <p className="text-soft text-[13px]">
          Everything that is signed here is signed by the first key. The short number stands on every paper.
        </p>
        {may && (
          <span className="ml-auto flex gap-2.5">
            <Button onClick={() => setReplacing(true)}>Replace ours …</Button>
            <Button onClick={() => setAdding(true)}>Believe another …</Button>
          </span>
        )}
      </div>
      <ul className="sheet">
        {data.keys.map((key) => (
          <Row key={key.id} of={key} onChange={may ? () => setChanging({ key, trusted: !key.believed }) : undefined} />
        ))}
      </ul>
      {replacing && (
        <ReasonSheet
          title="A new key signs here"
          description="The key of today signs the new one, so that whoever believes it can follow. What it signed stays signed."
          verb="Replace it"
          send={(reason) => replace.mutate(reason)}
          pending={replace.isPending}
          error={replace.error}
          onClose={() => setReplacing(false)}
        />
      )}
      {changing && (
        <ReasonSheet
          title={changing.trusted ? `Believe ${changing.key.name || changing.key.short}` : `Believe it no longer`}
          description="What came in before stays as it is; it counts for the packages that are taken in from now on."
          verb={changing.trusted ? "Believe it" : "Believe it no longer"}
          send={(reason) => trust.mutate(reason)}
          pending={trust.isPending}
          error={trust.error}
          onClose={() => setChanging(null)}
        />
      )}
      {adding && <TrustKey onClose={() => setAdding(false)} />}
    </section>
  );
}

function useKeep(done: () => void, send: (reason: string) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: () => {
      done();
      void queries.invalidateQueries({ queryKey: trustKeys.keys });
      void queries.invalidateQueries({ queryKey: trustKeys.verification });
    },
  });
}

function Row({ of, onChange }: { of: SigningKey; onChange?: () => void }) {
  return (
    <li className="border-line grid items-baseline gap-x-4 gap-y-1 border-t px-3 py-2 first:border-t-0 min-[820px]:grid-cols-[190px_1fr_auto]">
      <b className="num">{of.short}</b>
      <span>
        {of.own ? (of.signs ? "signs here" : "signed here before") : of.name || "without a name"}{" "}
        <span className={of.believed ? "text-soft text-[13px]" : "text-signal text-[13px]"}>
          {of.own ? ownWords(of) : otherWords(of)}
        </span>
      </span>
      {!of.own && onChange && (
        <Button onClick={onChange}>{of.believed ? "Believe it no longer …" : "Believe it …"}</Button>
      )}
    </li>
  );
}

const ownWords = (key: SigningKey) =>
  key.follows
    ? `since ${when(key.created_at)}, signed by ${key.follows}`
    : `since ${when(key.created_at)}, by no earlier key`;
const otherWords = (key: SigningKey) =>
  `${key.believed ? "believed" : "not believed"}${key.person ? `, by ${key.person}` : ""}${key.reason ? `: ${key.reason}` : ""}`;
