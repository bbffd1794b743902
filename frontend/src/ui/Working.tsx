import { Popover } from "radix-ui";

type Props = { lines: string[]; label?: string };

/** Opens a figure to its working: from what, by which rule. */
export function Working({ lines, label = "How" }: Props) {
  if (lines.length === 0) return null;
  return (
    <Popover.Root>
      <Popover.Trigger className="text-soft min-h-6 text-[12.5px] font-semibold underline decoration-dotted underline-offset-3">
        {label}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="start"
          sideOffset={6}
          collisionPadding={12}
          className="border-edge bg-sheet z-50 max-h-80 w-[min(440px,calc(100vw-24px))] overflow-auto border p-3.5 text-[13px] shadow-lg"
        >
          <ol className="grid gap-1">
            {lines.map((line) => (
              <li key={line} className="border-line border-t pt-1 first:border-t-0 first:pt-0">
                {line}
              </li>
            ))}
          </ol>
          <Popover.Arrow className="fill-(--edge)" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
