const NAMES = ["Mo", "Tu", "We", "Th", "Fr", "Sa", "Su"];

/** On which days it is broken. */
export function Weekdays({ days, onChange }: { days: string; onChange: (days: string) => void }) {
  const toggle = (digit: string) =>
    onChange(days.includes(digit) ? days.replace(digit, "") : [...days, digit].sort().join(""));
  return (
    <fieldset>
      <legend className="cap mb-1">Broken on</legend>
      <div className="flex gap-1">
        {NAMES.map((name, i) => (
          <button
            key={name}
            type="button"
            aria-pressed={days.includes(String(i + 1))}
            onClick={() => toggle(String(i + 1))}
            className={`rounded-key h-11 w-11 border ${days.includes(String(i + 1)) ? "border-ink bg-ink text-sheet font-semibold" : "border-edge text-soft"}`}
          >
            {name}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
