import { useQuery } from "@tanstack/react-query";
import { Link, Outlet } from "@tanstack/react-router";
import { todayQuery } from "@/api/queries";

type To = "/" | "/lots" | "/benches" | "/watch" | "/tests" | "/upkeep" | "/library" | "/practise" | "/data" | "/people";
type Place = { to: To; label: string; count: number | null; wrong?: boolean };

/** What lies outside any lot. */
export function Outside() {
  const { data } = useQuery(todayQuery);
  // Nothing is counted before it is known.
  const all = data ? Object.values(data.counts).reduce((a, b) => a + b, 0) : null;
  const waiting = data?.long_tests.filter((t) => t.tone === "alarm" || t.due.late).length ?? 0;
  const places: Place[] = [
    { to: "/", label: "Today", count: data && all !== null ? all - (data.counts.done ?? 0) : null },
    { to: "/lots", label: "Lots", count: all },
    { to: "/benches", label: "Benches", count: null },
    { to: "/watch", label: "Watch", count: data?.watch.filter((w) => w.open).length || null, wrong: true },
    { to: "/tests", label: "Long tests", count: waiting || null, wrong: true },
    { to: "/upkeep", label: "Examine", count: data?.upkeep.filter((u) => u.state !== "soon").length || null },
    { to: "/library", label: "Library", count: null },
    { to: "/practise", label: "Practise", count: null },
    { to: "/data", label: "Papers & data", count: null },
    { to: "/people", label: "People", count: null },
  ];
  return (
    <div className="flex min-h-full flex-col min-[820px]:grid min-[820px]:grid-cols-[172px_1fr]">
      <nav
        aria-label="Places"
        className="border-edge flex overflow-x-auto border-b min-[820px]:block min-[820px]:overflow-visible min-[820px]:border-r min-[820px]:border-b-0 min-[820px]:pt-2.5"
      >
        {places.map((place) => (
          <Link
            key={place.to}
            to={place.to}
            activeOptions={{ exact: place.to === "/", includeSearch: false }}
            className="head flex min-h-11 shrink-0 items-center gap-1.5 px-2 text-[14px] whitespace-nowrap min-[440px]:gap-2 min-[440px]:px-3 min-[820px]:px-4 min-[820px]:text-[15px]"
            activeProps={{
              className: "bg-sheet shadow-[inset_3px_0_var(--ink),0_1px_var(--edge),0_-1px_var(--edge)]",
              "aria-current": "page",
            }}
          >
            {place.label}
            {place.count !== null && (
              <span className={`num text-[12px] font-normal ${place.wrong ? "text-signal" : "text-soft"}`}>
                {place.count}
              </span>
            )}
          </Link>
        ))}
      </nav>
      <main className="min-w-0 px-4 py-4 min-[820px]:px-6">
        <Outlet />
      </main>
    </div>
  );
}
