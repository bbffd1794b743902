import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { benchQuery } from "@/api/queries";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Kbd } from "@/ui/Kbd";

/** The way to the bench, where the lot's bench can be driven. */
export function BenchLink() {
  const { page, unit } = useLot();
  const navigate = useNavigate();
  const { data } = useQuery({ ...benchQuery(page.lot.id, unit.symbol), enabled: page.lot.measurand === "force" });
  const driven = data?.bench?.driven ?? false;
  const params = { lotId: page.lot.id };
  useKeys(
    driven
      ? [{ keys: "b", label: "To the bench", run: () => void navigate({ to: "/lots/$lotId/bench", params }) }]
      : [],
  );
  if (!driven) return null;
  return (
    <Link
      to="/lots/$lotId/bench"
      params={params}
      className="rounded-key bg-ink text-sheet ml-auto inline-flex h-11 items-center gap-2 px-5 text-[15px] font-semibold"
    >
      To {data?.bench?.name} <Kbd>B</Kbd>
    </Link>
  );
}
