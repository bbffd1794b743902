import { useState } from "react";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { NumberField } from "@/lot/NumberField";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { today } from "./days";
import { useUpkeep } from "./useUpkeep";

type New = Schemas["NewUpkeepRule"];

/** A rule of upkeep: of what, what is done, and when it comes due. */
export function NewRule({ upkeep, onClose }: { upkeep: Schemas["Upkeep"]; onClose: () => void }) {
  const [of, setOf] = useState("other");
  const [rule, setRule] = useState<New>({ subject: "other", what: "", since: today() });
  const set = (change: Partial<New>) => setRule((now) => ({ ...now, ...change }));
  const add = useUpkeep((body: New) => answer(api.POST("/api/upkeep", { body })), onClose);
  const errors = add.error instanceof Fault ? add.error.fields : {};
  const template = (key: string) => {
    const found = upkeep.templates.find((t) => t.key === key);
    if (found)
      set({
        what: found.what,
        months: found.months,
        uses: found.uses,
        after_overload: found.after_overload ?? false,
        retires: found.retires ?? false,
        source: `${found.source} (v)`,
      });
  };
  const choose = (value: string) => {
    setOf(value);
    const [subject, id] = value.split("-");
    set({ subject: subject as New["subject"], subject_id: id ? Number(id) : undefined });
  };
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title="A rule of upkeep"
      description="Figures marked (v) are checked against the edition in force before they are relied on."
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate(rule);
        }}
      >
        <Choice
          label="Begin with"
          value=""
          options={[
            { value: "", label: "a rule of your own" },
            ...upkeep.templates.map((t) => ({ value: t.key, label: t.what, note: `${t.source} (v)` })),
          ]}
          onChange={template}
        />
        <Choice
          label="Of"
          value={of}
          options={[
            { value: "other", label: "something that is not in the register" },
            ...upkeep.things.map((t) => ({ value: `${t.subject}-${t.id}`, label: t.name, note: t.subject })),
          ]}
          onChange={choose}
        />
        {rule.subject === "other" && (
          <Field
            label="Its name"
            maxLength={120}
            value={rule.name ?? ""}
            error={errors.name}
            onChange={(e) => set({ name: e.target.value })}
          />
        )}
        <Field
          label="What is done"
          maxLength={200}
          value={rule.what}
          error={errors.what}
          onChange={(e) => set({ what: e.target.value })}
        />
        <div className="grid gap-3 min-[520px]:grid-cols-3">
          <NumberField
            label="Every, months"
            whole
            value={rule.months}
            onChange={(months) => set({ months: months ?? undefined })}
          />
          {rule.subject === "gear" && (
            <NumberField
              label="or every, pulls"
              whole
              value={rule.uses}
              onChange={(uses) => set({ uses: uses ?? undefined })}
            />
          )}
          <Field
            label="Counted from"
            type="date"
            value={rule.since ?? ""}
            error={errors.since}
            onChange={(e) => set({ since: e.target.value })}
          />
        </div>
        {rule.subject === "instrument" && (
          <Check checked={rule.after_overload ?? false} onChange={(e) => set({ after_overload: e.target.checked })}>
            Also after an overload
          </Check>
        )}
        <Check checked={rule.retires ?? false} onChange={(e) => set({ retires: e.target.checked })}>
          It is retired then: no examination makes it younger
        </Check>
        <Field
          label="Source"
          maxLength={200}
          value={rule.source ?? ""}
          onChange={(e) => set({ source: e.target.value })}
        />
        {(errors.months ?? errors.uses ?? errors.subject_id) && <ErrorNote message={add.error?.message ?? ""} />}
        {add.error && Object.keys(errors).length === 0 && <ErrorNote message={add.error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={add.isPending}>
            Keep the rule
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
