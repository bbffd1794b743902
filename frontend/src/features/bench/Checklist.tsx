import type { BenchPageData } from "./useRun";

type ListProps = {
  points: BenchPageData["checklist"];
  looked: Record<string, boolean>;
  onLook: (looked: Record<string, boolean>) => void;
  disabled: boolean;
};

/** What somebody looks at before anything moves. */
export function Checklist({ points, looked, onLook, disabled }: ListProps) {
  const first = points.find((point) => !looked[point.key]);
  return (
    <fieldset className="border-edge border-t pt-2" disabled={disabled}>
      <legend className="head pr-2 text-[15px]">
        Before the pull{" "}
        <span className="text-soft font-normal">
          {points.filter((point) => looked[point.key]).length} of {points.length}
        </span>
      </legend>
      <ul className="grid gap-x-4 min-[1080px]:grid-cols-2">
        {points.map((point) => (
          <li key={point.key} className="last:odd:col-span-full">
            <label
              className={`border-line flex min-h-10 cursor-pointer items-center gap-3 border-b text-[14.5px] ${point.key === first?.key ? "font-semibold" : ""}`}
            >
              <input
                type="checkbox"
                className="h-6 w-6 shrink-0 accent-(--ink)"
                checked={looked[point.key] ?? false}
                onChange={(event) => onLook({ ...looked, [point.key]: event.target.checked })}
              />
              {point.words}
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
