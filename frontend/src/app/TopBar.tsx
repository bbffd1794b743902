import { useQuery } from "@tanstack/react-query";
import { Link, useMatchRoute } from "@tanstack/react-router";
import { lotQuery } from "@/api/queries";
import { useSettings } from "@/lot/settings";
import { useMeasurand } from "@/lot/units";
import { Kbd } from "@/ui/Kbd";
import { Segments } from "@/ui/Segments";
import { Brand } from "./Brand";
import { PersonMenu } from "./PersonMenu";

const KEY = "rounded-key border-baredge text-barsoft h-9 border";

type Props = { onFind: () => void; onHelp: () => void; onScan?: () => void };

export function TopBar({ onFind, onHelp, onScan }: Props) {
  const page = useOpenLot();
  const { dark, toggleDark } = useSettings();
  return (
    <header className="bg-bar text-barink flex h-11 shrink-0 items-center gap-3 px-4">
      <Link to="/" aria-label="Mild Anvil, Today">
        <Brand />
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
        className={`${KEY} ml-auto flex items-center justify-between gap-3 px-2.5 lg:w-[200px]`}
      >
        <span>
          Find<span className="hidden lg:inline"> or do</span>
        </span>
        <span className="hidden lg:inline">
          <Kbd>Ctrl K</Kbd>
        </span>
      </button>
      {onScan && (
        <button type="button" onClick={onScan} className={`${KEY} shrink-0 px-2.5`} aria-label="Scan a code">
          Scan
        </button>
      )}
      <div className="hidden min-[820px]:block">
        <UnitSwitch measurand={page?.lot.measurand ?? "force"} own={page?.lot.display_unit} />
      </div>
      <button
        type="button"
        onClick={toggleDark}
        aria-label={dark ? "Light theme" : "Dark theme"}
        className={`${KEY} w-9 shrink-0`}
      >
        {dark ? "☼" : "☾"}
      </button>
      <button type="button" onClick={onHelp} aria-label="All keys" className={`${KEY} hidden w-9 shrink-0 sm:block`}>
        ?
      </button>
      <PersonMenu />
    </header>
  );
}

function useOpenLot() {
  const match = useMatchRoute()({ to: "/lots/$lotId", fuzzy: true });
  const lotId = match ? Number(match.lotId) : 0;
  return useQuery({ ...lotQuery(lotId), enabled: lotId > 0 }).data;
}

function UnitSwitch({ measurand, own }: { measurand: string; own: string | undefined }) {
  const { unitOf, setUnit } = useSettings();
  const known = useMeasurand(measurand);
  const wanted = unitOf(measurand);
  if (!known || known.units.length < 2) return null;
  return (
    <Segments
      label={`Unit of ${known.name.toLowerCase()}`}
      value={wanted ?? own ?? ""}
      options={known.units.map((u) => ({ value: u.symbol, label: u.symbol }))}
      onChange={(value) => setUnit(measurand, value === wanted ? undefined : value)}
      onDark
    />
  );
}
