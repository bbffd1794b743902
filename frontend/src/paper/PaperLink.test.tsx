import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, it } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { PaperLink } from "./PaperLink";

const LABORATORY = {
  language: "de",
  languages: [
    { key: "en", name: "English" },
    { key: "de", name: "Deutsch" },
  ],
};
const link = () => screen.findByRole("link", { name: "Record" });

beforeEach(() => {
  localStorage.removeItem("paper-language");
  serve({ "GET /api/laboratory": () => ({ body: LABORATORY }) });
});

it("opens a paper in the laboratory's language, until another one is chosen for all of them", async () => {
  renderInLot(
    <>
      <PaperLink href="/api/checks/3/record?unit=kN">Record</PaperLink>
      <PaperLink inline href="/api/certificates/4/paper">
        PC-1
      </PaperLink>
    </>,
  );
  await screen.findByRole("button", { name: "de: language of Record" });
  expect(await link()).toHaveAttribute("href", "/api/checks/3/record?unit=kN&language=de");

  await userEvent.click(screen.getByRole("button", { name: "de: language of PC-1" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "English" }));

  expect(await link()).toHaveAttribute("href", "/api/checks/3/record?unit=kN&language=en");
  expect(screen.getByRole("link", { name: "PC-1" })).toHaveAttribute("href", "/api/certificates/4/paper?language=en");
  expect(localStorage.getItem("paper-language")).toBe("en");
});

it("takes no language that papers do not have", async () => {
  localStorage.setItem("paper-language", "xx");
  renderInLot(<PaperLink href="/p">Record</PaperLink>);
  await screen.findByRole("button", { name: "de: language of Record" });
  expect(await link()).toHaveAttribute("href", "/p?language=de");
});
