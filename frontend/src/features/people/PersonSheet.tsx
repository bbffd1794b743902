import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useForm, type UseFormRegister } from "react-hook-form";
import { z } from "zod";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";

type Row = Schemas["PersonRow"];
type Props = { person: Row | "new" | null; onClose: () => void };
const ROLES = ["technician", "reviewer", "administrator", "viewer"] as const;

const schema = (isNew: boolean) =>
  z.object({
    name: z.string().trim().min(1, "is needed").max(120),
    login: z.string().refine((text) => !isNew || text.trim().length >= 2, "has at least 2 letters"),
    password: z
      .string()
      .max(200)
      .refine((text) => (text === "" && !isNew) || text.length >= 10, "has at least 10 letters"),
    roles: z.array(z.enum(ROLES)).min(1, "one at least"),
    active: z.boolean(),
    phoneLost: z.boolean(),
  });
type Person = z.infer<ReturnType<typeof schema>>;

/** Takes somebody in, or changes what they may do; nobody is deleted, since papers carry their names. */
export function PersonSheet({ person, onClose }: Props) {
  return (
    <Sheet
      open={person !== null}
      onOpenChange={(open) => !open && onClose()}
      title={person === "new" ? "Take somebody in" : `Change ${person?.name ?? ""}`}
      description="Papers keep the names of those who leave."
    >
      {person && <Form person={person} onClose={onClose} />}
    </Sheet>
  );
}

const valuesOf = (person: Row | "new"): Person =>
  person === "new"
    ? { name: "", login: "", password: "", roles: ["technician"], active: true, phoneLost: false }
    : {
        name: person.name,
        login: person.login ?? "",
        password: "",
        roles: person.roles,
        active: person.active,
        phoneLost: false,
      };

function send(person: Row | "new", { login, password, phoneLost, ...rest }: Person) {
  if (person === "new") {
    return answer(
      api.POST("/api/people", { body: { name: rest.name, roles: rest.roles, login: login.trim(), password } }),
    );
  }
  const lost = phoneLost ? { second_factor: false as const } : {};
  const body = { ...rest, version: person.version, ...(password ? { password } : {}), ...lost };
  return answer(api.PATCH("/api/people/{id}", { params: { path: { id: person.id } }, body }));
}

function Standing({ person, register }: { person: Row; register: UseFormRegister<Person> }) {
  return (
    <div>
      <Check {...register("active")}>Works here</Check>
      {person.second_factor && <Check {...register("phoneLost")}>The phone is lost: take the second factor away</Check>}
    </div>
  );
}

function Form({ person, onClose }: { person: Row | "new"; onClose: () => void }) {
  const isNew = person === "new";
  const { register, handleSubmit, formState } = useForm<Person>({
    resolver: zodResolver(schema(isNew)),
    defaultValues: valuesOf(person),
  });
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (values: Person) => send(person, values),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: keys.people });
      void queries.invalidateQueries({ queryKey: keys.session });
      onClose();
    },
  });
  const fields = save.error instanceof Fault ? save.error.fields : {};
  const { errors } = formState;
  return (
    <form className="grid gap-3.5" onSubmit={(event) => void handleSubmit((values) => save.mutate(values))(event)}>
      <Field label="Name, as it stands on papers" error={errors.name?.message ?? fields.name} {...register("name")} />
      {isNew && (
        <Field
          label="Name to sign in by"
          autoComplete="off"
          error={errors.login?.message ?? fields.login}
          {...register("login")}
        />
      )}
      <Field
        label={isNew ? "First password" : "New password"}
        type="password"
        autoComplete="new-password"
        note={
          isNew
            ? "At least 10 letters."
            : "Empty: as it was. A new one ends every session and every key of theirs, as other roles end the keys."
        }
        error={errors.password?.message ?? fields.password}
        {...register("password")}
      />
      <fieldset>
        <legend className="cap">May do the work of a</legend>
        {ROLES.map((role) => (
          <Check key={role} value={role} {...register("roles")}>
            {role}
          </Check>
        ))}
        {(errors.roles?.message ?? fields.roles) && (
          <p className="text-signal text-[12px] font-semibold">{errors.roles?.message ?? fields.roles}</p>
        )}
      </fieldset>
      {!isNew && <Standing person={person} register={register} />}
      {save.error && Object.keys(fields).length === 0 && <ErrorNote message={save.error.message} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Cancel</Button>
        <Button primary type="submit" disabled={save.isPending}>
          {isNew ? "Take in" : "Save"}
        </Button>
      </div>
    </form>
  );
}
