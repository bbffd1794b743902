import { useQuery } from "@tanstack/react-query";
import { chartOfQuery } from "@/api/lastingQueries";
import { BandChart } from "@/charts/BandChart";
import { grouped } from "@/format/figure";
import { when } from "@/format/words";
import { ErrorNote, Waiting } from "@/ui/states";

/** The same chart of a cell's check, of its zero, of minutes for each pull. */
export function OtherChart({ of }: { of: string }) {
  const { data, error } = useQuery(chartOfQuery(of));
  if (error) return <ErrorNote message={error.message} />;
  if (!data) return <Waiting what="the chart" />;
  const now = data.patterns.filter((p) => p.to === data.points.length - 1);
  return (
    <section className="sheet px-4 py-3" aria-label={data.name}>
      <h2 className="text-[15px]">
        {data.name}
        {now.length > 0 && <span className="text-derived">: {now.map((p) => p.words).join("; ")}</span>}
      </h2>
      <BandChart
        points={data.points.map((p) => ({
          at: p.at,
          value: p.value,
          label: "",
          below: false,
          title: `${grouped(p.value, 2)} ${data.unit}, ${when(p.at)}`,
        }))}
        band={data.band}
        limit={null}
        patterns={data.patterns}
        changes={[]}
        unit={data.unit}
        label={data.name}
      />
      {!data.band && <p className="text-soft text-[13px]">No band yet: it takes six values that are not all alike.</p>}
    </section>
  );
}
