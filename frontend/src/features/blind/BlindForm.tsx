import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { catalogueQuery, keys, lotChanged } from "@/api/queries";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Kbd } from "@/ui/Kbd";
import { ErrorNote } from "@/ui/states";

type Words = Schemas["BlindWords"];
type Part = NonNullable<Words["failed_part"]>;
type Props = { pullId: number; itemType: string; onSaid: (revealed: Schemas["Revealed"]) => void };

/** What failed, where, how; or void, with its cause. Sent once, and never changed. */
export function BlindForm({ pullId, itemType, onSaid }: Props) {
  const { page } = useLot();
  const { data: tables } = useQuery(catalogueQuery);
  const queries = useQueryClient();
  const key = useRef(onceKey());
  const [part, setPart] = useState<Part | "">("");
  const [zone, setZone] = useState("");
  const [mode, setMode] = useState("");
  const [isVoid, setVoid] = useState(false);
  const [reason, setReason] = useState("");
  const parts = tables?.failed_parts ?? [];
  const item = tables?.item_types.find((type) => type.key === itemType);
  const complete = isVoid ? reason.trim() !== "" : part !== "";
  const say = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/pulls/{id}/blind", {
          params: { path: { id: pullId } },
          headers: once(key.current),
          body: {
            is_void: isVoid,
            failed_part: part || null,
            zone: zone || null,
            mode: (mode || null) as Words["mode"],
            reason: reason.trim(),
          },
        }),
      ),
    onSuccess: (revealed) => {
      void queries.invalidateQueries({ queryKey: keys.pull(pullId) });
      void lotChanged(queries, page.lot.id);
      onSaid(revealed);
    },
  });
  const send = () => complete && !say.isPending && say.mutate();
  useKeys([
    ...parts.map((one, i) => ({ keys: String(i + 1), label: `${one} failed`, run: () => setPart(one) })),
    { keys: "v", label: "Void, or not", run: () => setVoid((now) => !now) },
    { keys: "Ctrl+Enter", label: "Say it and reveal", run: send },
  ]);
  return (
    <form
      className="sheet grid content-start gap-3 p-3.5"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <h2>What failed, and where</h2>
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="What failed">
        {parts.map((one, i) => (
          <Tap key={one} on={part === one} onClick={() => setPart(one)} hint={String(i + 1)}>
            {one === "nothing" ? "nothing: stopped" : one}
          </Tap>
        ))}
      </div>
      {item && <ItemSketch item={item} chosen={zone} onChoose={(one) => setZone(one === zone ? "" : one)} />}
      <Choice
        label="How it failed"
        value={mode}
        options={[{ value: "", label: "how?" }, ...(tables?.modes ?? []).map((m) => ({ value: m, label: m }))]}
        onChange={setMode}
      />
      <Tap on={isVoid} onClick={() => setVoid(!isVoid)} hint="V">
        Void: it cannot count
      </Tap>
      <Field
        label={isVoid ? "Cause: needed, and not the value" : "Remark"}
        value={reason}
        maxLength={400}
        onChange={(event) => setReason(event.target.value)}
      />
      {say.error && <ErrorNote message={say.error.message} />}
      <Button primary type="submit" className="h-12" hint="Ctrl ↵" disabled={!complete || say.isPending}>
        {complete ? "Say it and reveal" : isVoid ? "Say the cause" : "Say what failed"}
      </Button>
    </form>
  );
}

type TapProps = { on: boolean; hint: string; onClick: () => void; children: string };

const Tap = ({ on, hint, onClick, children }: TapProps) => (
  <button
    type="button"
    aria-pressed={on}
    onClick={onClick}
    className={`rounded-key min-h-10 border px-2.5 text-[13.5px] font-semibold ${on ? "border-ink bg-ink text-sheet" : "border-edge"}`}
  >
    {children} <Kbd>{hint}</Kbd>
  </button>
);
