import { api } from "@map-step/contract";
import { expect, it } from "vitest";
import { studioWithCourse } from "./studio.ts";

const { course, director, teacher, other } = await studioWithCourse();

it("lists all that whoever asks may see: students of their own sections, nothing that was removed", async () => {
  const { section, figures } = course;
  const { planId: _, dates: _dates, substituteIds: _ids, standIns: _in, ...now } = section;
  const teacherId = (await teacher.call(api.session.read)).body.person?.id ?? "";
  await director.call(api.sections.change, {
    params: { id: section.id },
    body: { ...now, teacherIds: [teacherId] },
  });
  await director.call(api.students.create, {
    params: { id: section.id },
    body: { name: "Ana Lind", role: "leader" },
  });
  const names = async (who = director, kind = "dancer") =>
    (await who.call(api.search.list)).body.filter((one) => one.kind === kind).map(({ name }) => name);
  expect([await names(), await names(teacher), await names(other)]).toEqual([["Ana Lind"], ["Ana Lind"], []]);
  expect((await names(other, "figure")).toSorted()).toEqual(["Home", "Pass", "Spin"]);
  const home = (await other.call(api.search.list)).body.find(({ name }) => name === "Home");
  expect(home).toMatchObject({ id: figures.home.id, of: "Test dance", words: "Say Home" });
  expect(await names(other, "section")).toEqual(["Monday"]);
  await director.call(api.sections.remove, { params: { id: section.id } });
  expect([await names(), await names(director, "section")]).toEqual([[], []]);
});
