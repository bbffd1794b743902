import { useQuery } from "@tanstack/react-query";
import { FormProvider } from "react-hook-form";
import { Fault } from "@/api/client";
import { catalogueQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { ErrorNote, Waiting } from "@/ui/states";
import { Cells } from "./Cells";
import { Claims } from "./Claims";
import { Item } from "./Item";
import { Loading } from "./Loading";
import { Loads } from "./Loads";
import { Requirements } from "./Requirements";
import { Terms } from "./Terms";
import { useAsk } from "./useAsk";

/** What is asked: the item, how it is loaded, what is claimed, what is wanted and by which rules it is rated. */
export function AskPage() {
  const { page } = useLot();
  const { data: tables } = useQuery(catalogueQuery);
  if (!tables) return <Waiting what="the tables" />;
  return <AskForm key={page.lot.id} />;
}

function AskForm() {
  const { page } = useLot();
  const may = useMay("changeLot");
  const { form, save, isDirty, stale, older, takeBack } = useAsk(page);
  const submit = () => void form.handleSubmit((ask) => save.mutate(ask))();
  useKeys([{ keys: "Ctrl+s", label: "Save what is asked", run: submit }]);
  const faults = Object.keys(form.formState.errors).length;
  const named = save.error instanceof Fault && Object.keys(save.error.fields).length > 0;
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <div className="flex flex-wrap items-center gap-3 pb-3">
          <h1>Ask: {page.lot.name}</h1>
          {may && (
            <span className="ml-auto flex items-center gap-2.5">
              {isDirty && (
                <>
                  <span className={faults ? "text-signal font-semibold" : "text-soft"}>
                    {faults ? `${plural(faults, "field")} not right` : "Not saved yet"}
                  </span>
                  <Button onClick={takeBack}>Take back</Button>
                </>
              )}
              <Button primary type="submit" hint="Ctrl S" disabled={!isDirty || save.isPending}>
                Save
              </Button>
            </span>
          )}
        </div>
        {stale && (
          <p role="alert" className="border-signal mb-3 border-l-4 px-3 py-1">
            Somebody else changed this lot since you opened it.{" "}
            <button type="button" className="font-semibold underline" onClick={takeBack}>
              Show it as it is now
            </button>
          </p>
        )}
        {older && (
          <p role="alert" className="border-signal mb-3 border-l-4 px-3 py-1">
            What stands here unsaved was typed before somebody changed this lot: look at every field before you save it,
            or take it back.
          </p>
        )}
        {save.error && !named && <ErrorNote message={save.error.message} />}
        <fieldset disabled={!may} className="grid gap-4 min-[1060px]:grid-cols-3">
          <div className="grid content-start gap-4">
            <Item />
            <Cells />
          </div>
          <div className="grid content-start gap-4">
            <Loading />
            <Terms />
          </div>
          <div className="grid content-start gap-4">
            <Claims />
            <Requirements />
          </div>
        </fieldset>
      </form>
      <Loads />
    </FormProvider>
  );
}
