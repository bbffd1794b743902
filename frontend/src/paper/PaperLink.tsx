import { DropdownMenu } from "radix-ui";
import { usePaperLanguage } from "./usePaperLanguage";

const KEY = "border-ink hover:bg-wash inline-flex h-9 items-center border font-semibold whitespace-nowrap";
const ITEM =
  "data-[highlighted]:bg-ink data-[highlighted]:text-sheet flex cursor-pointer gap-2 px-2.5 py-2 outline-none select-none";

type Props = { href: string; children: string; /** among words rather than among keys */ inline?: boolean };

/** A paper to open, and beside it the language that it is in. */
export function PaperLink({ href, children, inline }: Props) {
  const { language } = usePaperLanguage();
  const address = `${href}${href.includes("?") ? "&" : "?"}language=${language}`;
  return (
    <span className="inline-flex items-center whitespace-nowrap">
      <a
        href={address}
        target="_blank"
        rel="noreferrer"
        className={inline ? "font-semibold underline" : `${KEY} rounded-l-key px-3.5`}
      >
        {children}
      </a>
      <Language of={children} inline={inline} />
    </span>
  );
}

function Language({ of, inline }: { of: string; inline?: boolean }) {
  const { language, languages, choose } = usePaperLanguage();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${language}: language of ${of}`}
        className={
          inline
            ? "text-soft hover:text-ink min-h-6 px-1.5 text-[12px] uppercase"
            : `${KEY} rounded-r-key text-soft -ml-px px-2 text-[12px] uppercase`
        }
      >
        {language}
        <span aria-hidden="true" className="pl-0.5">
          ▾
        </span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="border-edge bg-sheet text-ink z-50 min-w-[160px] border p-1 shadow-lg"
        >
          <DropdownMenu.Label className="cap px-2.5 py-1.5">Papers in</DropdownMenu.Label>
          <DropdownMenu.RadioGroup value={language} onValueChange={choose}>
            {languages.map((one) => (
              <DropdownMenu.RadioItem key={one.key} value={one.key} className={ITEM}>
                <span aria-hidden="true" className="w-3">
                  {one.key === language ? "●" : ""}
                </span>
                {one.name}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
