import { api, type Endpoint } from "@map-step/contract";
import type { QueryClient } from "@tanstack/react-query";
import { createBrowserRouter, type RouteObject, RouterProvider } from "react-router";
import { askAhead } from "../kit/api.ts";
import { Loading, PageFailed } from "../kit/states.tsx";
import { later } from "./later.tsx";
import { NotFound } from "./not-found.tsx";
import { Shell } from "./shell.tsx";

/** Each page is fetched when it is first opened. */
const pages: RouteObject[] = [
  { index: true, ...later(async () => (await import("../features/today/page.tsx")).TodayPage) },
  {
    path: "first-level",
    ...later(async () => (await import("../features/first-level/page.tsx")).FirstLevelPage),
  },
  {
    path: "figures",
    ...later(async () => (await import("../features/figures/list.tsx")).FiguresPage),
  },
  {
    path: "figures/new",
    ...later(async () => (await import("../features/figures/editor.tsx")).NewFigurePage),
  },
  {
    path: "figures/elements",
    ...later(async () => (await import("../features/dances/elements-page.tsx")).ElementsPage),
  },
  {
    path: "figures/holds",
    ...later(async () => (await import("../features/dances/holds-page.tsx")).HoldsPage),
  },
  {
    path: "figures/needs",
    ...later(async () => (await import("../features/figures/needs-page.tsx")).NeedsPage),
  },
  {
    path: "figures/alike",
    ...later(async () => (await import("../features/figures/look-alikes.tsx")).LookAlikesPage),
  },
  {
    path: "figures/file",
    ...later(async () => (await import("../features/figure-file/page.tsx")).FigureFilePage),
  },
  {
    path: "figures/:figureId",
    ...later(async () => (await import("../features/figures/page.tsx")).FigurePage),
  },
  {
    path: "figures/:figureId/beside/:otherId",
    ...later(async () => (await import("../features/figures/beside.tsx")).BesidePage),
  },
  {
    path: "figures/:figureId/edit",
    ...later(async () => (await import("../features/figures/editor.tsx")).EditFigurePage),
  },
  {
    path: "step-map",
    ...later(async () => (await import("../features/step-map/page.tsx")).StepMapPage),
  },
  {
    path: "levels",
    ...later(async () => (await import("../features/levels/list.tsx")).LevelsPage),
  },
  {
    path: "levels/program",
    ...later(async () => (await import("../features/program/page.tsx")).ProgramPage),
  },
  {
    path: "levels/approaches",
    ...later(async () => (await import("../features/approaches/page.tsx")).ApproachesPage),
  },
  {
    path: "levels/:levelId",
    ...later(async () => (await import("../features/plans/page.tsx")).PlanPage),
  },
  {
    path: "levels/:levelId/sections/:sectionId",
    ...later(async () => (await import("../features/plans/page.tsx")).PlanPage),
  },
  {
    path: "sections/:sectionId/roster",
    ...later(async () => (await import("../features/students/roster.tsx")).RosterPage),
  },
  {
    path: "timetable",
    ...later(async () => (await import("../features/timetable/page.tsx")).TimetablePage),
  },
  {
    path: "timetable/terms",
    ...later(async () => (await import("../features/timetable/terms-page.tsx")).TermsPage),
  },
  {
    path: "timetable/terms/:termId",
    ...later(async () => (await import("../features/timetable/go-on-page.tsx")).GoOnPage),
  },
  {
    path: "lessons/:sectionId?",
    ...later(async () => (await import("../features/lessons/list.tsx")).LessonsPage),
  },
  {
    path: "lessons/:sectionId/:week",
    ...later(async () => (await import("../features/lessons/page.tsx")).LessonPage),
  },
  {
    path: "lessons/:sectionId/:week/log",
    ...later(async () => (await import("../features/class-log/page.tsx")).ClassLogPage),
  },
  {
    path: "lessons/:sectionId/:week/cover",
    ...later(async () => (await import("../features/cover/page.tsx")).CoverPage),
  },
  {
    path: "proposals",
    ...later(async () => (await import("../features/proposals/list.tsx")).ProposalsPage),
  },
  {
    path: "proposals/:proposalId",
    ...later(async () => (await import("../features/proposals/page.tsx")).ProposalPage),
  },
  {
    path: "sequences",
    ...later(async () => (await import("../features/sequences/list.tsx")).SequencesPage),
  },
  {
    path: "sequences/:sequenceId",
    ...later(async () => (await import("../features/sequences/page.tsx")).SequencePage),
  },
  {
    path: "practice/figures/:figureId",
    ...later(async () => (await import("../features/practice/page.tsx")).PracticeFigurePage),
  },
  {
    path: "practice/sequences/:sequenceId",
    ...later(async () => (await import("../features/practice/page.tsx")).PracticeSequencePage),
  },
  {
    path: "recaps/:sectionId?",
    ...later(async () => (await import("../features/recaps/list.tsx")).RecapsPage),
  },
  {
    path: "recaps/:sectionId/:week",
    ...later(async () => (await import("../features/recaps/page.tsx")).RecapPage),
  },
  {
    path: "checks/:sectionId?",
    ...later(async () => (await import("../features/checks/page.tsx")).ChecksPage),
  },
  {
    path: "checks/:sectionId/level",
    ...later(async () => (await import("../features/checks/level-page.tsx")).LevelSeenPage),
  },
  {
    path: "checks/:sectionId/:checkId",
    ...later(async () => (await import("../features/checks/check-page.tsx")).CheckPage),
  },
  {
    path: "levels/:levelId/groups",
    ...later(async () => (await import("../features/groups/page.tsx")).GroupsPage),
  },
  {
    path: "dancers",
    ...later(async () => (await import("../features/students/list.tsx")).DancersPage),
  },
  {
    path: "dancers/:dancerId",
    ...later(async () => (await import("../features/students/page.tsx")).DancerPage),
  },
  {
    path: "dancers/:dancerId/card",
    ...later(async () => (await import("../features/students/card.tsx")).ProgressCardPage),
  },
  {
    path: "dancers/:dancerId/erase",
    ...later(async () => (await import("../features/students/erase.tsx")).ErasePage),
  },
  {
    path: "staff",
    ...later(async () => (await import("../features/staff/page.tsx")).StaffPage),
  },
  {
    path: "staff/file",
    ...later(async () => (await import("../features/studio-file/page.tsx")).StudioFilePage),
  },
  {
    path: "staff/letters",
    ...later(async () => (await import("../features/letters/page.tsx")).LettersPage),
  },
  {
    path: "staff/settings",
    ...later(async () => (await import("../features/settings/page.tsx")).SettingsPage),
  },
  {
    path: "account",
    ...later(async () => (await import("../features/account/page.tsx")).AccountPage),
  },
  { path: "bin", ...later(async () => (await import("../features/bin/page.tsx")).BinPage) },
  { path: "*", Component: NotFound },
];

const router = createBrowserRouter([
  {
    path: "teach/:sectionId/:week",
    ...later(async () => (await import("../features/teaching/page.tsx")).TeachingPage),
    ErrorBoundary: PageFailed,
    HydrateFallback: Loading,
  },
  {
    Component: Shell,
    ErrorBoundary: PageFailed,
    HydrateFallback: Loading,
    children: pages.map((page) => ({ ...page, ErrorBoundary: PageFailed })),
  },
]);

/** What a page asks for first, by its address. */
const FIRST: Readonly<Record<string, readonly Endpoint[]>> = {
  "/": [api.today.read],
  "/levels": [api.courses.list],
  "/levels/program": [api.approaches.list],
  "/dancers": [api.students.all],
  "/sequences": [api.sequences.list],
};

/** Asks for what nearly every page needs, and what this one does, while it is still on its way. */
export function askForStudio(client: QueryClient): void {
  const first = FIRST[window.location.pathname] ?? [];
  for (const endpoint of [api.sections.list, api.levels.list, api.dances.list, ...first])
    void askAhead(client, endpoint);
}

/** Every page of the studio, for those who are signed in. */
export const Studio = () => <RouterProvider router={router} />;
