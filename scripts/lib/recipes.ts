/** One edit: something found once is replaced, or a new file is written. `NEXT` is the number of the next migration. */
export interface Change {
  readonly file: string;
  readonly find?: string;
  readonly put: string;
}

/** A way of adding something, as docs/contributing.md describes it. */
export interface Recipe {
  readonly name: string;
  /** So many files at most. */
  readonly most: number;
  readonly changes: readonly Change[];
  /** What writes the files that follow, after the edits. */
  readonly writes?: readonly (readonly string[])[];
  /** Suites of vitest that have to hold, as its arguments. */
  readonly tests: readonly (readonly string[])[];
}

const before = (file: string, find: string, more: string): Change => ({ file, find, put: `${more}${find}` });
const vitest = (project: string, ...names: readonly string[]) => ["--project", project, ...names];

/** Writes the page of the database anew. */
const PAGE = ["node_modules/.bin/vitest", "run", ...vitest("server", "database-page"), "-u"];

/** A recipe for everything that is added often. */
export const RECIPES: readonly Recipe[] = [
  {
    name: "field",
    // The field, its column, and two pages that are written by scripts.
    most: 4,
    changes: [
      before(
        "contract/src/sections.ts",
        "  daysOff: {\n    label",
        `  dressCode: {
    label: "Dress code",
    sort: "line",
    schema: line(200),
    start: "",
    text: { mayName: true, searched: true },
    goesOn: true,
  },
`,
      ),
      {
        file: "server/src/db/migrations/NEXT-dress-code.sql",
        put: "alter table sections add column dress_code text not null default '';\n",
      },
    ],
    writes: [["npm", "run", "--silent", "schema"], PAGE],
    tests: [
      vitest("contract"),
      vitest("server", "students", "courses", "timetable", "search"),
      vitest("demo", "studio-file"),
      vitest("scripts", "docs"),
    ],
  },
  {
    name: "finding",
    most: 4,
    changes: [
      before("core/src/plan/finding.ts", `  "must-waits",\n`, `  "long-figure",\n`),
      before(
        "core/src/plan/check-figure.ts",
        `  if (figure.wish === "ban") {`,
        `  if (figure.minutes > 90) {
    const text = \`\${figure.name} takes \${figure.minutes} minutes; no lesson holds it.\`;
    const about = { severity: "should", week, figureId: figure.id, size: figure.minutes - 90 } as const;
    findings.push({ code: "long-figure", ...about, text });
  }
`,
      ),
      before(
        "core/testing/findings.ts",
        `  "must-waits":`,
        `  "long-figure": one({ minutes: 91, pieces: 3, pinned: true }, 2),\n`,
      ),
    ],
    writes: [["node_modules/.bin/vitest", "run", "--project", "core", "each-finding", "-u"]],
    tests: [vitest("core", "src/plan")],
  },
  {
    name: "endpoint",
    most: 2,
    changes: [
      {
        file: "contract/src/timetable.ts",
        find: `export const roomsApi = editable("rooms", "timetable.write", {
  content: roomContent,
  change: changeOf(roomContent),
  response: room,
});`,
        put: `export const roomsApi = {
  ...editable("rooms", "timetable.write", {
    content: roomContent,
    change: changeOf(roomContent),
    response: room,
  }),
  count: endpoint({
    method: "GET",
    path: "/rooms/count",
    access: "read",
    reads: anyOf("rooms"),
    response: z.object({ count: z.int() }),
  }),
};`,
      },
      before(
        "server/src/features/timetable/routes.ts",
        `  serve(router, api.rooms.create,`,
        `  serve(router, api.rooms.count, async () => ({ count: (await listRooms(db)).length }));\n`,
      ),
    ],
    tests: [
      vitest("server", "access", "matrix"),
      vitest("demo", "queries", "freshness"),
      vitest("scripts", "docs"),
    ],
  },
  {
    name: "page",
    most: 4,
    changes: [
      {
        file: "web/src/features/timetable/rooms-page.tsx",
        put: `import { Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useApi } from "../../kit/api.ts";
import { PageHead } from "../../kit/page.tsx";

/** How many rooms there are. */
export function RoomsPage() {
  const { data = [] } = useApi(api.rooms.list, {});
  return (
    <>
      <PageHead title="Rooms" about="Where classes are" />
      <Text>{counted(data.length, "room")}</Text>
    </>
  );
}
`,
      },
      before(
        "web/src/app/routes.tsx",
        `  {
    path: "levels/program",`,
        `  {
    path: "rooms",
    ...later(async () => (await import("../features/timetable/rooms-page.tsx")).RoomsPage),
  },
`,
      ),
      before(
        "e2e/tests/appearance.spec.ts",
        `    { name: "lessons", path:`,
        `    { name: "rooms", path: "/rooms", shown: /rooms/ },\n`,
      ),
      before(
        "web/src/features/timetable/terms-page.tsx",
        `      </PageHead>
      <Loaded all={[terms,`,
        `        <Button asChild variant="outline" bg="panel">
          <Link to="/rooms">Rooms</Link>
        </Button>
`,
      ),
    ],
    tests: [vitest("scripts", "pages", "sentences")],
  },
  {
    name: "migration",
    most: 2,
    changes: [
      {
        file: "server/src/db/migrations/NEXT-quicker-comments.sql",
        put: "alter table comments add constraint comments_text_short check (length(text) < 100000);\n",
      },
    ],
    writes: [PAGE],
    tests: [vitest("server", "migrations")],
  },
  {
    name: "element",
    most: 1,
    changes: [
      before(
        "core/src/element/shipped.ts",
        `  ["step close", [],`,
        `  ["double step", [], "1 L go forward; 2 R forward"],\n`,
      ),
    ],
    tests: [vitest("core", "src/element", "src/notation")],
  },
  {
    name: "starter set",
    most: 2,
    changes: [
      {
        file: "core/src/starter/pairs.ts",
        put: `import { SIX_BEAT } from "./six-beats.ts";
import type { StarterSet } from "./types.ts";

/** Slower, to the same figures. */
export const PAIRS: StarterSet = {
  ...SIX_BEAT,
  id: "pairs",
  name: "Two and two",
  about: "The figures of six beats at a walking pace",
  dance: { ...SIX_BEAT.dance, slowestBpm: 90, fastestBpm: 120 },
};
`,
      },
      before("core/src/starter/index.ts", "  SIX_BEAT,\n  SLOT,", "  PAIRS,\n"),
      before(
        "core/src/starter/index.ts",
        `import { SIX_BEAT, SLOT }`,
        `import { PAIRS } from "./pairs.ts";\n`,
      ),
    ],
    tests: [vitest("core", "src/starter")],
  },
];
