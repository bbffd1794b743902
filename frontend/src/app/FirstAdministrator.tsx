import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation } from "@tanstack/react-query";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { answer, api } from "@/api/client";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { useSignIn } from "./useSignIn";

const FIRST = z.object({
  name: z.string().trim().min(1, "is needed"),
  login: z.string().trim().min(2, "has at least 2 letters"),
  password: z.string().min(10, "has at least 10 letters"),
});

/** Takes in the first person of an empty shop, who may then do everything. */
export function FirstAdministrator() {
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(FIRST),
    defaultValues: { name: "", login: "", password: "" },
  });
  const signIn = useSignIn();
  const add = useMutation({
    mutationFn: (first: z.infer<typeof FIRST>) => answer(api.POST("/api/first-administrator", { body: first })),
    onSuccess: (_, first) => signIn.mutate(first),
  });
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void handleSubmit((first) => add.mutate(first))(event)}>
      <Field label="Your name, as it stands on papers" error={formState.errors.name?.message} {...register("name")} />
      <Field
        label="Name to sign in by"
        autoComplete="username"
        error={formState.errors.login?.message}
        {...register("login")}
      />
      <Field
        label="Password"
        type="password"
        autoComplete="new-password"
        note="At least 10 letters."
        error={formState.errors.password?.message}
        {...register("password")}
      />
      {add.error && <ErrorNote message={add.error.message} />}
      <Button primary type="submit" disabled={add.isPending || signIn.isPending}>
        Begin
      </Button>
    </form>
  );
}
