import { useMutation, useQuery } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { Fault } from "@/api/client";
import { freshSecret, setUp } from "@/api/secondFactor";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote, Waiting } from "@/ui/states";

/** A picture for the phone, a code back from it, and the recovery codes, shown this once. */
export function SetUpSecondFactor({ onDone }: { onDone: () => void }) {
  const secret = useQuery({ queryKey: ["fresh-secret"], queryFn: freshSecret, gcTime: 0, staleTime: Infinity });
  const [otp, setOtp] = useState("");
  const [password, setPassword] = useState("");
  const made = useMutation({
    mutationFn: () => setUp(secret.data ?? { otp_secret: "", otp_raw_secret: "", qr: "" }, otp, password),
  });
  if (secret.error) return <ErrorNote message={secret.error.message} onRetry={() => void secret.refetch()} />;
  if (!secret.data) return <Waiting what="a fresh secret" />;
  if (made.data) return <RecoveryCodes codes={made.data} onDone={onDone} />;
  const fields = made.error instanceof Fault ? made.error.fields : {};
  const submit = (event: FormEvent) => {
    event.preventDefault();
    made.mutate();
  };
  return (
    <form className="grid gap-3.5" onSubmit={submit}>
      <p>Read this with the app for codes on your phone:</p>
      <div className="border-line grid place-items-center border p-3" style={{ background: "#fff" }}>
        <img
          src={`data:image/svg+xml;utf8,${encodeURIComponent(secret.data.qr)}`}
          alt="The secret, for a phone to read"
          className="size-[190px]"
        />
      </div>
      <p className="text-soft text-[13px]">
        Or type it there:{" "}
        <code className="num text-ink break-all select-all">{secret.data.otp_secret.match(/.{1,4}/g)?.join(" ")}</code>
      </p>
      <Field
        label="The six digits that it shows now"
        inputMode="numeric"
        autoComplete="one-time-code"
        className="num"
        value={otp}
        error={fields.otp}
        onChange={(event) => setOtp(event.target.value)}
      />
      <Field
        label="Your password, once more"
        type="password"
        autoComplete="current-password"
        value={password}
        error={fields.password}
        onChange={(event) => setPassword(event.target.value)}
      />
      {made.error && Object.keys(fields).length === 0 && <ErrorNote message={made.error.message} />}
      <Button primary type="submit" disabled={!otp.trim() || !password || made.isPending}>
        Set it up
      </Button>
    </form>
  );
}

function RecoveryCodes({ codes, onDone }: { codes: string[]; onDone: () => void }) {
  return (
    <div className="grid gap-3.5">
      <h2>Write these down: they are shown this once</h2>
      <p className="text-soft">Each lets you in once when the phone is not here. Keep them apart from it.</p>
      <ol className="border-line grid grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-x-6 gap-y-1 border p-3">
        {codes.map((code) => (
          <li key={code} className="num select-all">
            {code}
          </li>
        ))}
      </ol>
      <Button primary onClick={onDone}>
        They are written down
      </Button>
    </div>
  );
}
