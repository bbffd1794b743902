import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useSignIn } from "./useSignIn";

const WHO = z.object({ login: z.string().min(1, "is needed"), password: z.string().min(1, "is needed") });

/** Name and password; the same form at the door and at a shared bench. */
export function SignInForm({ onDone }: { onDone?: () => void }) {
  const { register, handleSubmit, formState, resetField } = useForm({
    resolver: zodResolver(WHO),
    defaultValues: { login: "", password: "" },
  });
  const signIn = useSignIn(onDone);
  return (
    <form
      className="grid gap-3.5"
      onSubmit={(event) =>
        void handleSubmit((who) => signIn.mutate(who, { onError: () => resetField("password") }))(event)
      }
    >
      <Field label="Name" autoComplete="username" error={formState.errors.login?.message} {...register("login")} />
      <Field
        label="Password"
        type="password"
        autoComplete="current-password"
        error={formState.errors.password?.message}
        {...register("password")}
      />
      {signIn.error && <ErrorNote message={signIn.error.message} />}
      <Button primary type="submit" disabled={signIn.isPending}>
        Sign in
      </Button>
    </form>
  );
}
