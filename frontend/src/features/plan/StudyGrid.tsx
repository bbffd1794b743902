import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { cellsQuery, keys, lotChanged } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Scroll } from "@/ui/Scroll";
import { ErrorNote } from "@/ui/states";
import { NumberField } from "@/lot/NumberField";

/** Every cell of the study: a lot, or empty; empty ones become lots like this one. */
export function StudyGrid({ studyId }: { studyId: number }) {
  const { page } = useLot();
  const { data: study } = useQuery(cellsQuery(studyId));
  const may = useMay("makeCells");
  const [chosen, setChosen] = useState<string[]>([]);
  const [planned, setPlanned] = useState<number | null>(page.lot.specimens_planned ?? 3);
  const queries = useQueryClient();
  const make = useMutation({
    mutationFn: (cells: string[][]) =>
      answer(
        api.POST("/api/studies/{id}/cells", {
          params: { path: { id: studyId } },
          body: { cells, like: page.lot.id, planned: planned ?? 1 },
        }),
      ),
    onSuccess: (next) => {
      queries.setQueryData(keys.cells(studyId), next);
      setChosen([]);
      void lotChanged(queries, page.lot.id);
      toast.success("The cells are lots now");
    },
  });
  if (!study) return null;
  const empty = study.cells.filter((cell) => cell.lot_id === null);
  const nameOf = (levels: string[]) => levels.join("\u0000");
  const wanted = empty.filter((cell) => chosen.includes(nameOf(cell.levels)));
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label={`Study ${study.name}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>{study.name}</h2>
        <span className="text-soft text-[13px]">
          {study.factors.map((factor) => `${factor.name} ${factor.levels.length}`).join(" × ")} ={" "}
          {plural(study.cells.length, "cell")}, {empty.length} empty
        </span>
      </div>
      <Scroll label="Cells" className="mt-2">
        <table className="w-full min-w-[520px] text-[13px]">
          <thead>
            <tr className="cap text-left">
              {study.factors.map((factor) => (
                <th key={factor.id} className="py-1 pr-4">
                  {factor.name}
                </th>
              ))}
              <th>Lot</th>
              <th className="text-right">Listed</th>
              <th className="text-right">Breaks</th>
            </tr>
          </thead>
          <tbody>
            {study.cells.map((cell) => (
              <tr key={nameOf(cell.levels)} className="border-line border-t">
                {cell.levels.map((level, i) => (
                  <td key={i} className="py-1.5 pr-4">
                    {level}
                  </td>
                ))}
                <td>
                  {cell.lot_id !== null ? (
                    <Link
                      to="/lots/$lotId/plan"
                      params={{ lotId: cell.lot_id }}
                      search={{ part: "order" }}
                      className={cell.lot_id === page.lot.id ? "font-semibold" : "underline"}
                    >
                      {cell.lot}
                    </Link>
                  ) : may ? (
                    <label className="text-soft flex items-center gap-2">
                      <input
                        type="checkbox"
                        className="h-4 w-4 accent-(--ink)"
                        checked={chosen.includes(nameOf(cell.levels))}
                        onChange={() => setChosen(toggled(chosen, nameOf(cell.levels)))}
                      />
                      empty
                    </label>
                  ) : (
                    <span className="text-soft">empty</span>
                  )}
                </td>
                <td className="num text-right">
                  {cell.lot_id === null ? "–" : `${cell.specimens} of ${cell.planned ?? "–"}`}
                </td>
                <td className="num text-right">{cell.lot_id === null ? "–" : cell.breaks}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
      {study.faults.map((fault) => (
        <p key={fault} className="text-signal mt-1 text-[13px] font-semibold">
          {fault}
        </p>
      ))}
      {may && empty.length > 0 && (
        <div className="mt-2.5 flex flex-wrap items-end gap-3">
          <NumberField className="w-28" label="Pulls in each" whole value={planned} onChange={setPlanned} />
          <Button onClick={() => setChosen(empty.map((cell) => nameOf(cell.levels)))}>Choose all empty ones</Button>
          <Button
            primary
            disabled={wanted.length === 0 || make.isPending}
            onClick={() => make.mutate(wanted.map((cell) => cell.levels))}
          >
            {wanted.length ? `Make ${plural(wanted.length, "lot")} like this one` : "Make lots of them"}
          </Button>
        </div>
      )}
      {make.error && <ErrorNote message={make.error.message} />}
    </section>
  );
}

const toggled = (list: string[], name: string) =>
  list.includes(name) ? list.filter((other) => other !== name) : [...list, name];
