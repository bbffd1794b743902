import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys, sessionQuery } from "@/api/queries";
import { endSecondFactor } from "@/api/secondFactor";
import { useMay } from "@/api/session";
import { SetUpSecondFactor } from "./SetUpSecondFactor";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type Row = Schemas["PersonRow"];

/** One's own second factor; and, for administrators, of whom it is asked. */
export function SecondFactor({ people }: { people: Row[] }) {
  const { data: session } = useQuery(sessionQuery);
  const [open, setOpen] = useState(false);
  const queries = useQueryClient();
  const me = people.find((one) => one.id === session?.person?.id);
  if (!session || !me) return null;
  const done = () => {
    setOpen(false);
    void queries.invalidateQueries({ queryKey: keys.people });
  };
  const asked = session.second_factor.asked_of.some((role) => me.roles.some((own) => own === role));
  return (
    <section className="pt-6" aria-label="Second factor">
      <h2 className="pb-1.5 text-[15px]">Second factor</h2>
      <div className="sheet grid gap-2 p-3">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <p className="flex-1">
            {me.second_factor
              ? "You sign in with your password and a code from your phone."
              : "You sign in with your password alone. A code from a phone beside it keeps others out who know it."}
          </p>
          {me.second_factor && asked ? (
            <span className="text-soft text-[13px]">asked of your role: it stays</span>
          ) : (
            <Button onClick={() => setOpen(true)}>{me.second_factor ? "End it" : "Set it up"}</Button>
          )}
        </div>
        <Asked of={session.second_factor.asked_of} />
      </div>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={me.second_factor ? "End the second factor" : "Set up a second factor"}
      >
        {me.second_factor ? <End onDone={done} /> : <SetUpSecondFactor onDone={done} />}
      </Sheet>
    </section>
  );
}

const MAY_BE_ASKED = ["reviewer", "administrator"] as const;

function Asked({ of }: { of: string[] }) {
  const may = useMay("askSecondFactor");
  const queries = useQueryClient();
  const ask = useMutation({
    mutationFn: (roles: (typeof MAY_BE_ASKED)[number][]) =>
      answer(api.PUT("/api/second-factor/asked", { body: { roles } })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: keys.session }),
    onError: (error) => toast.error(error.message),
  });
  if (!may) return null;
  return (
    <fieldset className="border-line flex flex-wrap items-center gap-x-5 border-t pt-2" disabled={ask.isPending}>
      <legend className="sr-only">Of whom it is asked</legend>
      <span>It is asked of</span>
      {MAY_BE_ASKED.map((role) => (
        <Check
          key={role}
          checked={of.includes(role)}
          onChange={(event) =>
            ask.mutate(MAY_BE_ASKED.filter((one) => (one === role ? event.target.checked : of.includes(one))))
          }
        >
          every {role}
        </Check>
      ))}
      <span className="text-soft basis-full text-[12.5px]">
        Whoever has none sets it up at the next look. Keys for scripts go on as they are.
      </span>
    </fieldset>
  );
}

function End({ onDone }: { onDone: () => void }) {
  const [password, setPassword] = useState("");
  const end = useMutation({ mutationFn: () => endSecondFactor(password), onSuccess: onDone });
  return (
    <form
      className="grid gap-3.5"
      onSubmit={(event) => {
        event.preventDefault();
        end.mutate();
      }}
    >
      <Field
        label="Your password"
        type="password"
        autoComplete="current-password"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
      />
      {end.error && <ErrorNote message={end.error.message} />}
      <Button primary type="submit" disabled={!password || end.isPending}>
        End it
      </Button>
    </form>
  );
}
