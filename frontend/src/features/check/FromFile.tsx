import { useMutation } from "@tanstack/react-query";
import { uploadCheckFile } from "@/api/uploads";
import { stated } from "@/format/figure";
import { Choice } from "@/ui/Choice";
import { ErrorNote } from "@/ui/states";
import type { CheckForm } from "./checkForm";
import type { Instrument } from "./useInstrument";

const LOADS = ["kg", "g", "t", "lb", "kN", "N"].map((symbol) => ({ value: symbol, label: symbol }));
type Props = { cell: Instrument; form: CheckForm; set: (change: Partial<CheckForm>) => void; unit: string };

/** A recording of settled steps: each gets the mass that hung on it. */
export function FromFile({ cell, form, set, unit }: Props) {
  const read = useMutation({
    mutationFn: (file: File) => uploadCheckFile(cell.id, file),
    onSuccess: (found) =>
      set({
        file: { id: found.attachment_id, steps: found.steps.length },
        stepLoads: found.steps.map(() => ""),
      }),
  });
  return (
    <div className="grid gap-3">
      <label className="border-edge block border border-dashed p-4">
        <span className="font-semibold">The recording</span>{" "}
        <span className="text-soft">any delimited text with time and force</span>
        <input
          type="file"
          className="mt-2 block"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) read.mutate(file);
          }}
        />
      </label>
      {read.isPending && <p className="text-soft">Looking for steps …</p>}
      {read.error && <ErrorNote message={read.error.message} />}
      {form.file && read.data && (
        <>
          <Choice
            label="Masses in"
            className="w-24"
            value={form.loadUnit}
            options={LOADS}
            onChange={(loadUnit) => set({ loadUnit })}
          />
          <table className="text-[13px]">
            <thead>
              <tr className="cap text-left">
                <th className="py-1">Step</th>
                <th className="text-right">Settled from, s</th>
                <th className="text-right">Mean</th>
                <th className="text-right">Swing</th>
                <th className="pl-4">What hung on it</th>
              </tr>
            </thead>
            <tbody>
              {read.data.steps.map((step, i) => (
                <tr key={step.from} className="border-line border-t">
                  <td className="num py-1">{i + 1}</td>
                  <td className="num text-right">{step.from.toFixed(1)}</td>
                  <td className="num text-right">{stated(step.mean, unit)}</td>
                  <td className="num text-right">± {stated(step.swing, unit)}</td>
                  <td className="pl-4">
                    <input
                      className="field num w-28 text-right"
                      placeholder="0"
                      aria-label={`Load of step ${i + 1}, ${form.loadUnit}`}
                      value={form.stepLoads[i] ?? ""}
                      onChange={(event) =>
                        set({ stepLoads: form.stepLoads.map((text, k) => (k === i ? event.target.value : text)) })
                      }
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}
