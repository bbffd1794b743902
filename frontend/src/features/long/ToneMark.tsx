/** How much something asks to be looked at: by fill as well as by colour. */
export function ToneMark({ tone }: { tone: string }) {
  const look =
    tone === "alarm"
      ? "border-signal bg-signal"
      : tone === "look"
        ? "border-ink bg-[linear-gradient(0deg,var(--ink)_55%,transparent_55%)]"
        : "border-edge";
  return <span aria-hidden="true" className={`mt-1 inline-block h-3 w-3 shrink-0 border ${look}`} />;
}

export const TONE_WORDS: Record<string, string> = { alarm: "alarm", look: "to look at", ok: "as it should be" };
