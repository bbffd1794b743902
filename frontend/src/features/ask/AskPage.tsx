import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Schemas } from "@/api/client";
import { sessionQuery } from "@/api/queries";
import { useKeys } from "@/app/keys";
import { useLot } from "@/app/lotContext";
import { FORCE_UNITS, toUnit } from "@/format/force";
import { plural } from "@/format/words";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field, TextArea } from "@/ui/Field";
import { ErrorNote } from "@/ui/states";
import { changeOf } from "./change";
import { useLotForm } from "./useLotForm";

type Lot = Schemas["Lot"];
const trim = (value: number) => String(Number(value.toPrecision(8)));
const options = (words: string[]) => words.map((w) => ({ value: w, label: w.replace("_", " ") }));
const OR_NOT = { value: "", label: "not stated" };

/** What is asked: the item, how it was loaded, what is claimed and what is wanted. */
export function AskPage() {
  const { page } = useLot();
  const { lot } = page;
  const form = useLotForm(lot);
  const { data: session } = useQuery(sessionQuery);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const save = () => {
    const { change, wrong: bad } = changeOf(form.draft, lot);
    setWrong(bad);
    if (Object.keys(bad).length === 0 && form.changed) form.save.mutate(change);
  };
  const errors = { ...form.fields, ...wrong };
  const faults = Object.keys(errors).length;
  useEffect(() => {
    if (faults > 0) document.querySelector<HTMLElement>('main [aria-invalid="true"]')?.focus();
  }, [faults]);
  useKeys([{ keys: "Ctrl+s", label: "Save what is asked", run: save }]);
  const unit = String(form.draft.display_unit ?? lot.display_unit);
  const text = (name: keyof Lot) => ({
    value: String(form.draft[name] ?? lot[name] ?? ""),
    onChange: (e: { target: { value: string } }) => form.set(name, e.target.value),
    error: errors[name],
  });
  const number = (name: keyof Lot, of: (v: number) => number = (v) => v) => ({
    ...text(name),
    value: String(form.draft[name] ?? (lot[name] == null ? "" : trim(of(Number(lot[name]))))),
    inputMode: "decimal" as const,
  });
  const inUnit = (v: number) => toUnit(v, unit);
  const pick = (name: keyof Lot) => ({
    value: String(form.draft[name] ?? lot[name] ?? ""),
    onChange: (v: string) => form.set(name, v),
    error: errors[name],
  });
  const type = session?.item_types.find((t) => t.key === String(form.draft.item_type ?? lot.item_type));
  const loadClaimed = (form.draft.claim_measure ?? lot.claim_measure) === "working_load";
  const rows = session?.design_factors ?? [];
  const row = rows.find((r) => r.key === String(form.draft.design_factor_key ?? lot.design_factor_key ?? ""));
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <div className="flex flex-wrap items-center gap-3 pb-3">
        <h1>Ask: {lot.name}</h1>
        <span className="ml-auto flex items-center gap-2.5">
          {form.changed && (
            <>
              <span className={faults ? "text-signal font-semibold" : "text-soft"}>
                {faults ? `${plural(faults, "field")} not right` : "Not saved yet"}
              </span>
              <Button onClick={form.reset}>Take back</Button>
            </>
          )}
          <Button primary type="submit" hint="Ctrl S" disabled={!form.changed || form.save.isPending}>
            Save
          </Button>
        </span>
      </div>
      {form.save.error && Object.keys(form.fields).length === 0 && <ErrorNote message={form.save.error.message} />}
      <div className="grid gap-4 min-[1060px]:grid-cols-3">
        <fieldset className="sheet grid content-start gap-3 p-4">
          <h2>The item</h2>
          <Field label="Name of the lot" {...text("name")} />
          <Choice label="Item" {...pick("item_type")} options={(session?.item_types ?? []).map((t) => ({ value: t.key, label: t.name }))} />
          {type && (
            <div aria-hidden="true" inert>
              <ItemSketch item={type.key} zones={[]} />
            </div>
          )}
          <Field label="Made of" {...text("material")} />
          <Field label="Made by (person, machine, batch)" {...text("maker")} />
          <TextArea label="How the specimens differ from what will be used" {...text("differs_from_use")} note="Printed on every paper." />
        </fieldset>
        <fieldset className="sheet grid content-start gap-3 p-4">
          <h2>How it is loaded</h2>
          <div className="grid grid-cols-2 gap-3">
            <Choice
              label="Direction"
              {...pick("direction")}
              options={options(["tension", "compression", "shear", "torsion", "bending", "peel", "pressure", "combined"])}
            />
            <Choice label="Set-up" {...pick("setup_class")} options={options(["code", "in-house", "improvised"])} />
          </div>
          <Field label="Configuration" {...text("configuration")} placeholder="straight, doubled, around a pin of 12 mm" />
          <Field label="Condition" {...text("item_condition")} placeholder="new, used, aged, wet" />
          <div className="grid grid-cols-2 gap-3">
            <Choice label="Display unit of the lot" {...pick("display_unit")} options={FORCE_UNITS.map((u) => ({ value: u, label: u }))} />
            <Field label="Pulls planned" {...number("specimens_planned")} />
          </div>
          <Field
            label="Shared uncertainty of the readings"
            unit="%"
            {...number("shared_uncertainty_share", (v) => v * 100)}
            note="Certificate, masses, g: does not shrink with more pulls."
          />
          <Field label="Its source" {...text("shared_uncertainty_source")} />
          <h2 className="mt-2">Factor and marking</h2>
          <Choice
            label="Use"
            value={String(form.draft.design_factor_key ?? lot.design_factor_key ?? "")}
            onChange={(key) => {
              form.set("design_factor_key", key);
              const chosen = rows.find((r) => r.key === key);
              if (chosen) form.set("design_factor", String(chosen.usual));
            }}
            options={[
              { value: "", label: "chosen for this lot" },
              ...rows.map((r) => ({
                value: r.key,
                label: `${r.use}: ${r.low === r.high ? r.low : `${r.low} to ${r.high}`}`,
                note: r.source,
              })),
            ]}
          />
          <div className="grid grid-cols-2 gap-3">
            <Field label="Design factor" {...number("design_factor")} />
            <Field label="Marking step" unit={unit} {...number("marking_step")} note="Always rounded down." />
          </div>
          {row?.check && <p className="text-soft text-[12px]">Check: {row.source}.</p>}
        </fieldset>
        <fieldset className="sheet grid content-start gap-3 p-4">
          <h2>What is claimed</h2>
          <div className="grid grid-cols-2 gap-3">
            <Field label="Claim" unit={unit} {...number("claim_newtons", inUnit)} />
            <Choice label="Claimed is a" {...pick("claim_measure")} options={[OR_NOT, ...options(["strength", "working_load"])]} />
            <Choice
              label="Which kind"
              {...pick("claim_kind")}
              options={[OR_NOT, ...options(["minimum", "average", "typical", "unknown"])]}
            />
            {loadClaimed && <Field label="Factor in it" {...number("claim_factor")} note="Empty: not stated." />}
          </div>
          <label className="flex min-h-9 items-center gap-2.5">
            <input
              type="checkbox"
              className="h-4 w-4 accent-(--ink)"
              checked={Boolean(form.draft.claim_every_piece ?? lot.claim_every_piece)}
              onChange={(e) => form.set("claim_every_piece", e.target.checked)}
            />
            Every single piece must meet it
          </label>
          <Field label="Who claims it, where" {...text("claim_source")} />
          <h2 className="mt-2">What is wanted</h2>
          <div className="grid grid-cols-2 gap-3">
            <Field label="Requirement" unit={unit} {...number("requirement_newtons", inUnit)} />
            <Choice label="Wanted is a" {...pick("requirement_measure")} options={[OR_NOT, ...options(["working_load", "strength"])]} />
            <Field label="Realised factor, at least" {...number("factor_low")} />
            <Field label="at most" {...number("factor_high")} note="Over-strong is a finding too." />
          </div>
          <Field label="Source of the requirement" {...text("requirement_source")} />
        </fieldset>
      </div>
    </form>
  );
}
