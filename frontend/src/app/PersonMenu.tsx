import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { signOut } from "@/api/client";
import { sessionQuery } from "@/api/queries";
import { useKeys } from "@/keys/keys";
import { FIGURE_LANGUAGES, useFigureLanguage } from "@/lot/useFigureLanguage";
import { Sheet } from "@/ui/Sheet";
import { SignInForm } from "./SignInForm";

const ITEM =
  "data-[highlighted]:bg-ink data-[highlighted]:text-sheet cursor-pointer px-2.5 py-2 outline-none select-none";

/** Who is signed in; at a shared bench the next one signs in over them by one key. */
export function PersonMenu() {
  const { data: session } = useQuery(sessionQuery);
  const [changing, setChanging] = useState(false);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { language, choose } = useFigureLanguage();
  useKeys([{ keys: "p", label: "Change the person", run: () => setChanging(true) }]);
  const person = session?.person;
  if (!person) return null;
  const leave = async () => {
    await signOut();
    queries.clear();
    window.location.assign("/");
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="rounded-key text-barsoft h-9 max-w-[190px] truncate px-1.5">
          {person.name}
          <span className="hidden lg:inline"> · {person.roles.join(", ")}</span>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="border-edge bg-sheet text-ink z-50 min-w-[220px] border p-1 shadow-lg"
          >
            <DropdownMenu.Label className="cap px-2.5 py-1.5">Signed in; stands on what is done</DropdownMenu.Label>
            <DropdownMenu.Item className={ITEM} onSelect={() => setChanging(true)}>
              Change the person
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => void navigate({ to: "/people" })}>
              People and keys for scripts
            </DropdownMenu.Item>
            <DropdownMenu.Label className="cap px-2.5 pt-2.5 pb-1">A comma in figures I type</DropdownMenu.Label>
            <DropdownMenu.RadioGroup value={language ?? ""} onValueChange={choose}>
              {FIGURE_LANGUAGES.map((one) => (
                <DropdownMenu.RadioItem key={one.key} value={one.key} className={`${ITEM} flex justify-between gap-3`}>
                  {one.words}
                  <DropdownMenu.ItemIndicator>✓</DropdownMenu.ItemIndicator>
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
            <DropdownMenu.Separator className="border-line my-1 border-t" />
            <DropdownMenu.Item className={ITEM} onSelect={() => void leave()}>
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Sheet
        open={changing}
        onOpenChange={setChanging}
        title="Change the person"
        description={`What is on the screen stays; ${person.name} is signed out here.`}
      >
        <SignInForm onDone={() => setChanging(false)} />
      </Sheet>
    </>
  );
}
