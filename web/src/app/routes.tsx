import { api, type Endpoint } from "@map-step/contract";
import type { QueryClient } from "@tanstack/react-query";
import { createBrowserRouter, type RouteObject, RouterProvider } from "react-router";
import { askAhead } from "../kit/api.ts";
import { Loading, PageFailed } from "../kit/states.tsx";
import { NotFound } from "./not-found.tsx";
import { Shell } from "./shell.tsx";

/** Each page is fetched when it is first opened. */
const pages: RouteObject[] = [
  { index: true, lazy: async () => ({ Component: (await import("../features/today/page.tsx")).TodayPage }) },
  {
    path: "first-level",
    lazy: async () => ({ Component: (await import("../features/first-level/page.tsx")).FirstLevelPage }),
  },
  {
    path: "figures",
    lazy: async () => ({ Component: (await import("../features/figures/list.tsx")).FiguresPage }),
  },
  {
    path: "figures/new",
    lazy: async () => ({ Component: (await import("../features/figures/editor.tsx")).NewFigurePage }),
  },
  {
    path: "figures/elements",
    lazy: async () => ({ Component: (await import("../features/dances/elements-page.tsx")).ElementsPage }),
  },
  {
    path: "figures/holds",
    lazy: async () => ({ Component: (await import("../features/dances/holds-page.tsx")).HoldsPage }),
  },
  {
    path: "figures/needs",
    lazy: async () => ({ Component: (await import("../features/figures/needs-page.tsx")).NeedsPage }),
  },
  {
    path: "figures/alike",
    lazy: async () => ({ Component: (await import("../features/figures/look-alikes.tsx")).LookAlikesPage }),
  },
  {
    path: "figures/file",
    lazy: async () => ({ Component: (await import("../features/figure-file/page.tsx")).FigureFilePage }),
  },
  {
    path: "figures/:figureId",
    lazy: async () => ({ Component: (await import("../features/figures/page.tsx")).FigurePage }),
  },
  {
    path: "figures/:figureId/beside/:otherId",
    lazy: async () => ({ Component: (await import("../features/figures/beside.tsx")).BesidePage }),
  },
  {
    path: "figures/:figureId/edit",
    lazy: async () => ({ Component: (await import("../features/figures/editor.tsx")).EditFigurePage }),
  },
  {
    path: "step-map",
    lazy: async () => ({ Component: (await import("../features/step-map/page.tsx")).StepMapPage }),
  },
  {
    path: "levels",
    lazy: async () => ({ Component: (await import("../features/levels/list.tsx")).LevelsPage }),
  },
  {
    path: "levels/program",
    lazy: async () => ({ Component: (await import("../features/program/page.tsx")).ProgramPage }),
  },
  {
    path: "levels/approaches",
    lazy: async () => ({ Component: (await import("../features/approaches/page.tsx")).ApproachesPage }),
  },
  {
    path: "levels/:levelId",
    lazy: async () => ({ Component: (await import("../features/plans/page.tsx")).PlanPage }),
  },
  {
    path: "levels/:levelId/sections/:sectionId",
    lazy: async () => ({ Component: (await import("../features/plans/page.tsx")).PlanPage }),
  },
  {
    path: "sections/:sectionId/roster",
    lazy: async () => ({ Component: (await import("../features/students/roster.tsx")).RosterPage }),
  },
  {
    path: "timetable",
    lazy: async () => ({ Component: (await import("../features/timetable/page.tsx")).TimetablePage }),
  },
  {
    path: "timetable/terms",
    lazy: async () => ({ Component: (await import("../features/timetable/terms-page.tsx")).TermsPage }),
  },
  {
    path: "timetable/terms/:termId",
    lazy: async () => ({ Component: (await import("../features/timetable/go-on-page.tsx")).GoOnPage }),
  },
  {
    path: "lessons/:sectionId?",
    lazy: async () => ({ Component: (await import("../features/lessons/list.tsx")).LessonsPage }),
  },
  {
    path: "lessons/:sectionId/:week",
    lazy: async () => ({ Component: (await import("../features/lessons/page.tsx")).LessonPage }),
  },
  {
    path: "lessons/:sectionId/:week/log",
    lazy: async () => ({ Component: (await import("../features/class-log/page.tsx")).ClassLogPage }),
  },
  {
    path: "lessons/:sectionId/:week/cover",
    lazy: async () => ({ Component: (await import("../features/cover/page.tsx")).CoverPage }),
  },
  {
    path: "proposals",
    lazy: async () => ({ Component: (await import("../features/proposals/list.tsx")).ProposalsPage }),
  },
  {
    path: "proposals/:proposalId",
    lazy: async () => ({ Component: (await import("../features/proposals/page.tsx")).ProposalPage }),
  },
  {
    path: "sequences",
    lazy: async () => ({ Component: (await import("../features/sequences/list.tsx")).SequencesPage }),
  },
  {
    path: "sequences/:sequenceId",
    lazy: async () => ({ Component: (await import("../features/sequences/page.tsx")).SequencePage }),
  },
  {
    path: "practice/figures/:figureId",
    lazy: async () => ({ Component: (await import("../features/practice/page.tsx")).PracticeFigurePage }),
  },
  {
    path: "practice/sequences/:sequenceId",
    lazy: async () => ({ Component: (await import("../features/practice/page.tsx")).PracticeSequencePage }),
  },
  {
    path: "recaps/:sectionId?",
    lazy: async () => ({ Component: (await import("../features/recaps/list.tsx")).RecapsPage }),
  },
  {
    path: "recaps/:sectionId/:week",
    lazy: async () => ({ Component: (await import("../features/recaps/page.tsx")).RecapPage }),
  },
  {
    path: "checks/:sectionId?",
    lazy: async () => ({ Component: (await import("../features/checks/page.tsx")).ChecksPage }),
  },
  {
    path: "checks/:sectionId/level",
    lazy: async () => ({ Component: (await import("../features/checks/level-page.tsx")).LevelSeenPage }),
  },
  {
    path: "checks/:sectionId/:checkId",
    lazy: async () => ({ Component: (await import("../features/checks/check-page.tsx")).CheckPage }),
  },
  {
    path: "levels/:levelId/groups",
    lazy: async () => ({ Component: (await import("../features/groups/page.tsx")).GroupsPage }),
  },
  {
    path: "dancers",
    lazy: async () => ({ Component: (await import("../features/students/list.tsx")).DancersPage }),
  },
  {
    path: "dancers/:dancerId",
    lazy: async () => ({ Component: (await import("../features/students/page.tsx")).DancerPage }),
  },
  {
    path: "dancers/:dancerId/card",
    lazy: async () => ({ Component: (await import("../features/students/card.tsx")).ProgressCardPage }),
  },
  {
    path: "staff",
    lazy: async () => ({ Component: (await import("../features/staff/page.tsx")).StaffPage }),
  },
  {
    path: "staff/file",
    lazy: async () => ({ Component: (await import("../features/studio-file/page.tsx")).StudioFilePage }),
  },
  {
    path: "staff/letters",
    lazy: async () => ({ Component: (await import("../features/letters/page.tsx")).LettersPage }),
  },
  {
    path: "staff/settings",
    lazy: async () => ({ Component: (await import("../features/settings/page.tsx")).SettingsPage }),
  },
  {
    path: "account",
    lazy: async () => ({ Component: (await import("../features/account/page.tsx")).AccountPage }),
  },
  { path: "bin", lazy: async () => ({ Component: (await import("../features/bin/page.tsx")).BinPage }) },
  { path: "*", Component: NotFound },
];

const router = createBrowserRouter([
  {
    path: "teach/:sectionId/:week",
    lazy: async () => ({ Component: (await import("../features/teaching/page.tsx")).TeachingPage }),
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
