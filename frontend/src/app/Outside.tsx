import { useQuery } from "@tanstack/react-query";
import { Link, Outlet } from "@tanstack/react-router";
import { todayQuery } from "@/api/queries";

/** What lies outside any lot. */
export function Outside() {
  const { data } = useQuery(todayQuery);
  const counts = data?.counts ?? {};
  const all = Object.values(counts).reduce((a, b) => a + b, 0);
  const places = [
    { to: "/", label: "Today", count: all - (counts.done ?? 0) },
    { to: "/lots", label: "Lots", count: all },
    { to: "/benches", label: "Benches", count: null },
    { to: "/library", label: "Library", count: null },
    { to: "/people", label: "People", count: null },
  ] as const;
  return (
    <div className="flex min-h-full flex-col min-[820px]:grid min-[820px]:grid-cols-[172px_1fr]">
      <nav
        aria-label="Places"
        className="border-edge flex border-b min-[820px]:block min-[820px]:border-r min-[820px]:border-b-0 min-[820px]:pt-2.5"
      >
        {places.map((place) => (
          <Link
            key={place.to}
            to={place.to}
            activeOptions={{ exact: true }}
            className="head flex min-h-11 items-center gap-1.5 px-2 text-[14px] min-[440px]:gap-2 min-[440px]:px-3 min-[820px]:px-4 min-[820px]:text-[15px]"
            activeProps={{
              className: "bg-sheet shadow-[inset_3px_0_var(--ink),0_1px_var(--edge),0_-1px_var(--edge)]",
              "aria-current": "page",
            }}
          >
            {place.label}
            {place.count !== null && <span className="num text-soft text-[12px] font-normal">{place.count}</span>}
          </Link>
        ))}
      </nav>
      <main className="min-w-0 px-4 py-4 min-[820px]:px-6">
        <Outlet />
      </main>
    </div>
  );
}
