import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { figure, rating } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { Result } from "./Result";
import { Unseen } from "./Unseen";

const KEEPS = {
  words: "Of 100 such bounds …",
  rows: [
    { population: "normal" as const, kept_percent: 95.1 },
    { population: "weakest_place" as const, kept_percent: 85.4 },
    { population: "weak_pieces" as const, kept_percent: 38.2 },
  ],
};
const UNSEEN = {
  pieces: 8,
  weak: [
    { share: 0.01, missed_share: 0.92, percent: "1 %", text: "If 1 % are weak, none was among these 8 with 93 %." },
    { share: 0.05, missed_share: 0.66, percent: "5 %", text: "If 5 % are weak, none was among these 8 with 67 %." },
  ],
  proofs: [
    {
      weak_at: 0.4,
      load: figure(9900),
      share_of_lowest: 0.44,
      harmless: true,
      words: "A proof at 9.9 kN is harmless.",
    },
    {
      weak_at: 0.6,
      load: figure(14800),
      share_of_lowest: 0.65,
      harmless: false,
      words: "A proof at 14.8 kN may harm.",
    },
  ],
};

describe("beside the minimum", () => {
  it("stands whose confidence it is, how often such a bound keeps, and what lowers it", async () => {
    serve();
    const stretch = "The strongest, 23.0 kN, lowers it.";
    renderInLot(<Result rating={rating({ chosen_confidence: 0.95, keeps: KEEPS, stretch })} onFactor={() => 0} />);
    expect(await screen.findByTestId("confidence")).toHaveTextContent("95 % sure that 95 % of all pieces are stronger");
    expect(screen.getByLabelText(KEEPS.words)).toHaveTextContent("85where the weakest place decides");
    expect(screen.getByText(stretch)).toBeInTheDocument();
  });
  it("is never surer than the method, nor rounded up", async () => {
    serve();
    renderInLot(<Result rating={rating({ chosen_confidence: 0.2299 })} onFactor={() => 0} />);
    expect(await screen.findByTestId("confidence")).toHaveTextContent("22 % sure");
  });
  it("is said to be missing with what is known and the ways on", async () => {
    serve();
    const ways_out = ["What can be said: the lowest carried 18.0 kN.", "Borrow.", "Pull 3 more."];
    renderInLot(<Result rating={rating({ minimum: null, working_load_limit: null, ways_out })} onFactor={() => 0} />);
    expect(await screen.findByText(/the lowest carried/)).toBeInTheDocument();
    expect(screen.getAllByRole("listitem").map((item) => item.textContent)).toEqual(["Borrow.", "Pull 3 more."]);
  });
  it("has no factor where nobody chose one", async () => {
    serve();
    renderInLot(
      <Result rating={rating({ factor: null, factor_text: null, working_load_limit: null })} onFactor={() => 0} />,
    );
    expect(await screen.findByTestId("factor")).toHaveTextContent("not chosen");
  });
});

describe("what these breaks cannot see", () => {
  it("is asked by share and by weakness", async () => {
    serve();
    renderInLot(<Unseen unseen={UNSEEN} />);
    expect(await screen.findByText(/5 % are weak/)).toBeInTheDocument();
    expect(screen.getByText("A proof at 14.8 kN may harm.")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("combobox", { name: "They bear" }));
    await userEvent.click(screen.getByRole("option", { name: "40 % of the others" }));
    expect(screen.getByText("A proof at 9.9 kN is harmless.")).toBeInTheDocument();
  });
  it("is nothing where nothing counts", () => {
    const { container } = renderInLot(<Unseen unseen={null} />);
    expect(container.querySelector("section")).toBeNull();
  });
});
