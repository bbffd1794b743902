type Props = { confidence: "sure" | "likely" | "look" | null; doubt: string | null };

/** How surely something was found: nothing where it is sure, what lowers it where it is not. */
export function Doubt({ confidence, doubt }: Props) {
  if (confidence !== "likely" && confidence !== "look") return null;
  const look = confidence === "look";
  return (
    <span className={`block text-[12.5px] ${look ? "" : "text-soft"}`}>
      <b
        className={look ? "text-derived border-derived mr-1.5 border px-1 text-[11.5px] font-semibold" : "font-normal"}
      >
        {look ? "look" : "likely: "}
      </b>
      {doubt}
    </span>
  );
}
