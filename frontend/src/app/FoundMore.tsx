import { Command } from "cmdk";
import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";

type Found = Schemas["Found"];
type Props = { found: Found | undefined; navigate: (to: string) => void };
const ITEM =
  "cursor-pointer px-3 py-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet flex justify-between gap-3";
const PLACES: Record<Found["named"][number]["kind"], (id: number) => string> = {
  person: () => "/people",
  cell: (id) => `/benches/cells/${id}`,
  bench: () => "/benches",
  gear: () => "/benches",
};

/** Papers by their numbers, jobs, people, benches and cells, and the words of reasons and remarks. */
export function FoundMore({ found, navigate }: Props) {
  if (!found) return null;
  return (
    <>
      <Group
        heading="Papers"
        rows={found.papers.map((paper) => ({ key: paper.name, to: paper.path, name: paper.name }))}
        navigate={navigate}
      />
      <Group
        heading="Jobs"
        rows={found.jobs.map((job) => ({ key: String(job.id), to: `/lots/${job.lot_id}/ask`, name: job.name }))}
        navigate={navigate}
      />
      <Group
        heading="Said of a pull"
        rows={found.remarks.map((row) => ({
          key: `${row.pull_id} ${row.text}`,
          to: `/lots/${row.lot_id}/judge?pull=${row.pull_id}`,
          name: row.text,
          beside: `${row.lot}, pull ${row.number}`,
        }))}
        navigate={navigate}
      />
      <Group
        heading="People, benches, cells, gear"
        rows={found.named.map((row) => ({
          key: `${row.kind} ${row.id}`,
          to: PLACES[row.kind](row.id),
          name: row.name,
          beside: row.kind,
        }))}
        navigate={navigate}
      />
    </>
  );
}

type Row = { key: string; to: string; name: string; beside?: string };

function Group({ heading, rows, navigate }: { heading: string; rows: Row[]; navigate: (to: string) => void }) {
  if (rows.length === 0) return null;
  const title: ReactNode = <span className="cap block px-3 pt-2.5 pb-1">{heading}</span>;
  return (
    <Command.Group heading={title}>
      {rows.map((row) => (
        <Command.Item key={row.key} value={`${heading} ${row.key}`} className={ITEM} onSelect={() => navigate(row.to)}>
          <span className="min-w-0">{row.name}</span>
          {row.beside && <span className="shrink-0 opacity-70">{row.beside}</span>}
        </Command.Item>
      ))}
    </Command.Group>
  );
}
