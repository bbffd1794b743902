import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { catalogue } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { ITEM, itemOf, newPart, toItemType } from "./itemForm";
import { ItemTypes } from "./ItemTypes";
import { NewDesignFactor } from "./NewDesignFactor";
import { toProofRule } from "./NewProofRule";
import { OwnRow } from "./OwnRow";

const zone = (name: string) => ({ name, x: 20, y: 40 });

describe("an item type of one's own", () => {
  it("needs a drawing and places with names of their own", () => {
    const empty = { ...itemOf("new"), name: "Cleat" };
    const faults = (item: unknown) => ITEM.safeParse(item).error?.issues.map((issue) => issue.path.join("."));
    expect(faults({ ...empty, zones: [zone("Horn")] })).toEqual(["parts"]);
    expect(faults({ ...empty, parts: [newPart("bar")], zones: [zone("Horn"), zone("horn")] })).toEqual(["zones"]);
    expect(faults({ ...empty, parts: [{ ...newPart("bar"), x: 900 }], zones: [zone("Horn")] })).toEqual(["parts.0.x"]);
  });
  it("has keys for its places, features without repeats and points line by line", () => {
    const item = {
      ...itemOf("new"),
      name: "Cleat",
      features: "horn A, horn B, horn A",
      inspection_points: "Base\nBolts",
    };
    expect(toItemType({ ...item, parts: [newPart("eye")], zones: [zone("Horn, left")] })).toMatchObject({
      features: ["horn A", "horn B"],
      inspection_points: ["Base", "Bolts"],
      zones: [{ key: "horn-left", name: "Horn, left" }],
    });
  });
  it("is drawn part by part and sent whole", async () => {
    const sent = serve({ "POST /api/item-types": () => ({ status: 201, body: catalogue }) });
    renderInLot(<ItemTypes types={catalogue.item_types} />);
    await userEvent.click(await screen.findByRole("button", { name: "Make an item type" }));
    await userEvent.type(screen.getByLabelText("Name"), "Cleat");
    await userEvent.click(screen.getByRole("button", { name: "+ plate" }));
    await userEvent.click(screen.getByRole("button", { name: "Add a place" }));
    await userEvent.type(screen.getByLabelText("Name of place 1"), "Horn");
    await userEvent.click(screen.getByRole("button", { name: "Add the item type" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ name: "Cleat", parts: [{ part: "plate", w: 60 }], zones: [{ key: "horn" }] });
  });
});

describe("own factors and rules", () => {
  it("has its usual factor between the ends", async () => {
    const sent = serve({ "POST /api/design-factors": () => ({ status: 201, body: catalogue }) });
    renderInLot(<NewDesignFactor open onClose={() => undefined} />);
    await userEvent.type(await screen.findByLabelText("Use"), "Deck ring");
    for (const [label, text] of [
      ["From", "4"],
      ["Usual", "9"],
      ["To", "6"],
      ["Source, with its edition", "House rule 4"],
    ] as const)
      await userEvent.type(screen.getByLabelText(label), text);
    await userEvent.click(screen.getByRole("button", { name: "Add the factor" }));
    expect(await screen.findByText("between the two")).toBeInTheDocument();
    await userEvent.clear(screen.getByLabelText("Usual"));
    await userEvent.type(screen.getByLabelText("Usual"), "5");
    await userEvent.click(screen.getByRole("button", { name: "Add the factor" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ low: 4, usual: 5, high: 6 }));
  });
  it("lets each step of a proof rule begin where the one before ends", () => {
    const steps = [
      { up_to: "20", times: "1.25", plus: "0" },
      { up_to: "", times: "1", plus: "5" },
    ];
    expect(toProofRule({ name: "Own", source: "House", steps }).steps).toEqual([
      { above: 0, up_to: 20, times: 1.25, plus: 0 },
      { above: 20, up_to: null, times: 1, plus: 5 },
    ]);
  });
  it("is checked by somebody else than who added it", async () => {
    serve();
    const row = { id: 3, own: true, check: true, checked_by: null };
    const { unmount } = renderInLot(<OwnRow table="design_factors" row={{ ...row, added_by: "Tobin Marl" }} />);
    expect(await screen.findByRole("button", { name: "I compared it" })).toBeInTheDocument();
    unmount();
    renderInLot(<OwnRow table="design_factors" row={{ ...row, added_by: "Wren Ashdown" }} />);
    expect(await screen.findByText("own: Wren Ashdown")).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "I compared it" })).not.toBeInTheDocument();
  });
});
