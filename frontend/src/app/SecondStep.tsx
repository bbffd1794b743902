import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { signOut } from "@/api/client";
import { keys } from "@/api/queries";
import { enterCode, enterRecoveryCode } from "@/api/secondFactor";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { SetUpSecondFactor } from "@/features/people/SetUpSecondFactor";

/** Behind the password, before anything is shown: the code of a phone, or setting one up where it is asked. */
export function SecondStep({ needed }: { needed: string }) {
  const queries = useQueryClient();
  const again = () => void queries.invalidateQueries({ queryKey: keys.session });
  const leave = () => void signOut().then(again);
  return (
    <>
      {needed === "set_up" ? (
        <>
          <h1>A second factor</h1>
          <p className="text-soft pt-1 pb-4">Your role signs in with a code from a phone, too. It is set up once.</p>
          <SetUpSecondFactor onDone={again} />
        </>
      ) : (
        <EnterCode onDone={again} />
      )}
      <button type="button" className="text-soft mt-4 min-h-9 underline" onClick={leave}>
        Sign in as somebody else
      </button>
    </>
  );
}

function EnterCode({ onDone }: { onDone: () => void }) {
  const [code, setCode] = useState("");
  const [lost, setLost] = useState(false);
  const enter = useMutation({
    mutationFn: () => (lost ? enterRecoveryCode(code) : enterCode(code)),
    onSuccess: onDone,
    onError: () => setCode(""),
  });
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), [lost]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (code.trim()) enter.mutate();
  };
  return (
    <form className="grid gap-3.5" onSubmit={submit}>
      <h1>{lost ? "A recovery code" : "The code of your phone"}</h1>
      <Field
        key={String(lost)}
        label={lost ? "One of the eight that you wrote down" : "Six digits"}
        inputMode={lost ? "text" : "numeric"}
        autoComplete="one-time-code"
        ref={field}
        className="num"
        value={code}
        onChange={(event) => setCode(event.target.value)}
      />
      {enter.error && <ErrorNote message={enter.error.message} />}
      <Button primary type="submit" disabled={code.trim() === "" || enter.isPending}>
        Go in
      </Button>
      <button
        type="button"
        className="min-h-9 justify-self-start underline"
        onClick={() => {
          setLost(!lost);
          setCode("");
          enter.reset();
        }}
      >
        {lost ? "The phone is here after all" : "The phone is not here: use a recovery code"}
      </button>
    </form>
  );
}
