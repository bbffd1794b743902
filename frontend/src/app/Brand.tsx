/** The mark and the name. */
export function Brand({ large }: { large?: boolean }) {
  const size = large ? 1.5 : 1;
  return (
    <span className={`flex items-center gap-3 ${large ? "text-ink" : "text-barink"}`}>
      <svg width={34 * size} height={22 * size} viewBox="0 0 34 22" aria-hidden="true">
        <path
          d="M2 5h19c2 0 4-1 6-3h5c-1 5-5 8-11 8.500v3c0 2 2 3.500 5 4.500v2H8v-2c3-1 5-2.500 5-4.500v-3C8 10 3 9 2 5z"
          fill="currentColor"
        />
      </svg>
      <b className={`head whitespace-nowrap ${large ? "text-[24px]" : "hidden text-[15px] sm:block"}`}>Mild Anvil</b>
    </span>
  );
}
