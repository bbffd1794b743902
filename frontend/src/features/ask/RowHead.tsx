/** The name of one row of a list in a form, with the way to take it out. */
export function RowHead({ title, onRemove }: { title: string; onRemove: () => void }) {
  return (
    <div className="flex items-baseline justify-between">
      <b className="text-[13px] font-semibold">{title}</b>
      <button type="button" className="text-soft text-[13px] underline" onClick={onRemove}>
        Take out
      </button>
    </div>
  );
}
