import { useQuery } from "@tanstack/react-query";
import { Link, useMatchRoute } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { useEffect, useState } from "react";
import { person as stored } from "@/api/client";
import { lotQuery, sessionQuery } from "@/api/queries";
import { FORCE_UNITS, type ForceUnit } from "@/format/force";
import { Kbd } from "@/ui/Kbd";
import { Segments } from "@/ui/Segments";
import { useSettings } from "./settings";

export function TopBar({ onFind, onHelp }: { onFind: () => void; onHelp: () => void }) {
  const match = useMatchRoute()({ to: "/lots/$lotId", fuzzy: true });
  const lotId = match ? Number(match.lotId) : 0;
  const { data: page } = useQuery({ ...lotQuery(lotId), enabled: lotId > 0 });
  const { unit, setUnit, dark, toggleDark } = useSettings();
  const shown = unit ?? page?.lot.display_unit ?? "lot";
  const options = FORCE_UNITS.map((u) => ({ value: u as string, label: u as string }));
  return (
    <header className="bg-bar text-barink flex h-11 shrink-0 items-center gap-3 pr-4 pl-4">
      <Link to="/" className="flex items-center gap-3" aria-label="Mild Anvil, Today">
        <svg width="34" height="22" viewBox="0 0 34 22" aria-hidden="true">
          <path
            d="M2 5h19c2 0 4-1 6-3h5c-1 5-5 8-11 8.500v3c0 2 2 3.500 5 4.500v2H8v-2c3-1 5-2.500 5-4.500v-3C8 10 3 9 2 5z"
            className="fill-barink"
          />
        </svg>
        <b className="head hidden text-[15px] whitespace-nowrap sm:block">Mild Anvil</b>
      </Link>
      <span className="text-barsoft hidden min-w-0 truncate md:block">
        {page && (
          <>
            {page.job.customer} <span className="opacity-60">/</span> {page.job.title}
          </>
        )}
      </span>
      <button
        type="button"
        onClick={onFind}
        className="rounded-key border-baredge text-barsoft ml-auto flex h-8 items-center justify-between gap-3 border px-2.5 lg:w-[220px]"
      >
        <span>
          Find<span className="hidden lg:inline"> or do</span>
        </span>
        <span className="hidden lg:inline">
          <Kbd>Ctrl K</Kbd>
        </span>
      </button>
      <div className="hidden min-[820px]:block">
        <Segments
          label="Force unit"
          value={shown}
          options={options}
          onChange={(value) => setUnit(value === unit ? null : (value as ForceUnit))}
          onDark
        />
      </div>
      <button
        type="button"
        onClick={toggleDark}
        aria-label={dark ? "Light theme" : "Dark theme"}
        className="rounded-key border-baredge text-barsoft h-8 w-8 border"
      >
        {dark ? "☼" : "☾"}
      </button>
      <button
        type="button"
        onClick={onHelp}
        aria-label="All keys"
        className="rounded-key border-baredge text-barsoft hidden h-8 w-8 border sm:block"
      >
        ?
      </button>
      <Person />
    </header>
  );
}

/** Who is at work: recorded with every judgement. */
function Person() {
  const { data } = useQuery(sessionQuery);
  const [id, setId] = useState(stored.get());
  const people = data?.people ?? [];
  const current = people.find((p) => p.id === id) ?? people[0];
  const chosen = current?.id;
  useEffect(() => {
    if (chosen) stored.set(chosen);
  }, [chosen]);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="rounded-key text-barsoft h-8 max-w-[190px] truncate px-1">
        {current ? (
          <>
            {current.name}
            <span className="hidden lg:inline"> · {current.role}</span>
          </>
        ) : (
          "Who is at work?"
        )}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={6} className="border-edge bg-sheet text-ink z-50 min-w-[220px] border p-1 shadow-lg">
          <DropdownMenu.Label className="cap px-2.5 py-1.5">At work, recorded with every judgement</DropdownMenu.Label>
          <DropdownMenu.RadioGroup
            value={String(chosen ?? "")}
            onValueChange={(value) => {
              stored.set(Number(value));
              setId(Number(value));
            }}
          >
            {people.map((p) => (
              <DropdownMenu.RadioItem
                key={p.id}
                value={String(p.id)}
                className="data-[highlighted]:bg-ink data-[highlighted]:text-sheet cursor-pointer px-2.5 py-1.5 outline-none data-[state=checked]:font-semibold"
              >
                {p.name} <span className="opacity-75">{p.role}</span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
