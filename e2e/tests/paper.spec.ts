import { DEEP, demoStudio, expect, signIn, test } from "../fixtures.ts";

/** As printers leave it free. */
const MARGIN = { top: "10mm", right: "10mm", bottom: "10mm", left: "10mm" };

test(
  "what is handed out fits on as few sheets as can be read, A4 and Letter, and says what it is of",
  DEEP,
  async ({ page }) => {
    await signIn(page);
    const read = async (path: string) => (await page.request.get(`${demoStudio()}/api${path}`)).json();
    const sections: { id: string; levelId: string; name: string }[] = await read("/sections");
    const { id, levelId } = sections.find(({ name }) => name === "Monday section") ?? { id: "", levelId: "" };
    const [dancer] = await read(`/sections/${id}/students`);
    const [check] = await read(`/sections/${id}/checks`);
    const round = (await read("/sequences")).find(({ name }: { name: string }) => name.includes("closing"));
    const { secret } = await read(`/sections/${id}/lessons/1/recap`);
    const sheets: readonly (readonly [path: string, shown: RegExp, of: string, most: number])[] = [
      [`/levels/${levelId}/sections/${id}`, /Hear the phrase/, "Hustle 1, Monday section: plan", 1],
      [`/lessons/${id}/3`, /Tell apart/, "Hustle 1, Monday section: week 3", 2],
      [`/lessons/${id}/3/cover`, /Tell apart/, "Hustle 1", 3],
      [`/recaps/${id}/1`, /Next week/, "Monday section: recap of week 1", 1],
      [`/r/${secret}`, /Next week/, "Hustle 1, week 1", 1],
      [`/checks/${id}/${check.id}`, /Watch now/, "Hustle 1, Monday section: check of", 1],
      [`/sequences/${round.id}`, /Every join fits/, round.name, 1],
      [`/dancers/${dancer.personId}/card`, /Progress card/, dancer.name, 1],
      ["/timetable", /Upper room/, "Timetable", 1],
    ];
    for (const [path, shown, of, most] of sheets) {
      await page.goto(demoStudio() + path);
      await expect(page.getByText(shown).first()).toBeVisible();
      await page.emulateMedia({ media: "print" });
      await expect(page.getByRole("heading", { level: 1 }).first(), path).toContainText(of);
      await page.emulateMedia({ media: null });
      for (const format of ["A4", "Letter"]) {
        const pdf = await page.pdf({ format, margin: MARGIN });
        const pages = pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g)?.length;
        expect(pages, `${path} on ${format}`).toBeLessThanOrEqual(most);
        expect(pages).toBeGreaterThan(0);
      }
    }
  },
);
