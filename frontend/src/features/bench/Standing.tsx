import type { Standing as Kind } from "@/api/useStop";

/** What a stop came to, large: it is not said to stand before it is known. */
export function Standing({ standing }: { standing: Kind }) {
  if (standing === null || standing.kind === "stands") return null;
  const [title, words] = SAID[standing.kind];
  return (
    <div role="alert" className="bg-signal text-sheet mt-3 px-4 py-3">
      <p className="head text-[clamp(26px,3.4vw,46px)] leading-tight">{title}</p>
      <p className="mt-1 text-[15px] font-semibold">
        {standing.kind === "not_yet" && standing.why && `${capital(standing.why)}. `}
        {words}
      </p>
    </div>
  );
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

const SAID = {
  not_yet: ["Not standing yet", "Stop is said again and again. Press the bench’s own emergency stop if it goes on."],
  unreached: [
    "Press the bench’s own emergency stop",
    "The web server does not answer: this page cannot stop it. It is tried again.",
  ],
  by_hand: ["Stop pumping", "Nothing here moves this bench: whoever works the pump stops it."],
} as const;
