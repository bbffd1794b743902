import { fireEvent, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { sections } from "@/test/plans";
import { MassCard } from "./MassCard";
import { ProofCard } from "./ProofCard";
import { showPart } from "@/test/showPart";
import { SmallRigs } from "./SmallRigs";
import { TackleCard } from "./TackleCard";

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe("Rigs, proof and test load", () => {
  it("build a tackle stage by stage and tell a miscount", async () => {
    const tackle = { ...sections().tackle, state: "look" as const, miscounted: ["Stage 1: you counted 4"] };
    const { last } = showPart(<TackleCard />, {
      sections: sections({ tackle }),
      content: { tackle: { stages: [{ parts: 3 }] } },
    });
    expect(await screen.findByText("Stage 1: you counted 4")).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Another stage" }));
    fireEvent.click(screen.getAllByLabelText("hauled off the moving block")[1] as HTMLElement);
    expect(last()?.tackle?.stages).toEqual([
      { parts: 3 },
      { parts: 3, efficiency_percent: 95, from_moving_block: true },
    ]);
  });

  it("keep each small sum apart", async () => {
    const { last } = showPart(<SmallRigs />, { content: { ram: { bore: { text: "50", unit: "mm" } } } });
    await screen.findByLabelText("Bore");
    type("Angle of each half", "5");
    type("Angle between the rope parts", "60");
    expect(last()).toMatchObject({
      ram: { bore: { text: "50" } },
      sideways: { degrees: 5 },
      redirect: { degrees: 60 },
    });
    expect(screen.getByRole("img", { name: "A ram in section: bore and rod" })).toBeTruthy();
  });

  it("add a radius to an appliance, and to nothing else", async () => {
    const { last } = showPart(<ProofCard />, { content: { proof: { rule_key: "lifting_appliance" } } });
    await userEvent.click(await screen.findByRole("button", { name: "It depends on the radius" }));
    expect(last()?.proof?.radii).toEqual([{ metres: 5, working_load: { text: "1", unit: "tf" } }]);
  });

  it("list only the movements that an appliance has", async () => {
    const { last } = showPart(<ProofCard />, { content: { proof: { rule_key: "lifting_appliance" } } });
    await userEvent.click(await screen.findByRole("checkbox", { name: "luff" }));
    expect(last()?.proof?.movements).toEqual(["hoist", "lower", "slew", "travel"]);
  });

  it("read the weights of the shop as count × kilograms", async () => {
    const { last } = showPart(<MassCard />);
    await screen.findByLabelText("Weights in the shop, count × kg");
    type("Weights in the shop, count × kg", "6 × 1000; 4 x 500, 2*12,5; nonsense");
    expect(last()?.mass?.weights).toEqual([
      { count: 6, kilograms: 1000 },
      { count: 4, kilograms: 500 },
      { count: 2, kilograms: 12.5 },
    ]);
  });

  it("ask of water what a bag holds, and show each step of the fill", async () => {
    const steps = [{ share: "25 %", litres: "721 litres", mass: "781 kg", reading: "7.66 kN" }];
    const { last } = showPart(<MassCard />, {
      sections: sections({ mass: { ...sections().mass, state: "ok", steps } }),
      content: { mass: { kind: "water" } },
    });
    expect(await screen.findByText("7.66 kN")).toBeTruthy();
    type("One bag holds, litres", "1500");
    await userEvent.click(screen.getByRole("radio", { name: "Sea" }));
    expect(last()?.mass).toEqual({ kind: "water", litres_limit: 1500, water: "sea" });
  });
});
