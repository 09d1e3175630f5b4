import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";

/** Concepts of the core from the ground up: each may use those before it, through their faces. */
const CONCEPTS = [
  "words",
  "linear",
  "comment",
  "undo",
  "hold",
  "time",
  "timetable",
  "notation",
  "element",
  "figure",
  "couple",
  "likeness",
  "step-map",
  "sequence",
  "practice",
  "starter",
  "repertoire",
  "plan",
  "lesson",
  "recap",
  "check",
];

/** What each workspace may import beside its own files. Arrows run one way: web, server → contract → core. */
const MAY_IMPORT: Readonly<Record<string, (name: string) => boolean>> = {
  core: () => false,
  contract: (name) => name === "zod" || name.startsWith("@map-step/core/"),
  server: (name) => !/^@map-step\/(web|demo)/.test(name),
  web: (name) => !/^@map-step\/(server|demo)|^node:/.test(name),
};

/** The face of each feature: those of its files that others may use. A page is nobody else's. */
const FACES: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>> = {
  web: {
    approaches: ["strand-picture.tsx"],
    backups: ["state.tsx"],
    checks: ["figure-seen.tsx", "from-what.tsx", "mark-sign.tsx", "readiness-line.tsx", "words.ts"],
    "class-log": ["send.ts", "settling.tsx", "use-class-log.ts", "use-class-record.ts", "words.ts"],
    comments: ["calls.tsx", "comments-button.tsx"],
    courses: [
      "due.ts",
      "elsewhere.tsx",
      "legend.tsx",
      "level-picture.tsx",
      "section-name.tsx",
      "section-row.tsx",
      "words.ts",
    ],
    dances: ["choice.tsx", "dialog.tsx", "new-element.tsx", "new-hold.tsx", "of-dance.tsx"],
    figures: [
      "figure-form.ts",
      "figure-name.tsx",
      "filter.ts",
      "library.ts",
      "really-new.tsx",
      "shown.ts",
      "steps.ts",
      "use-likeness.ts",
    ],
    history: ["form-history.tsx", "history-button.tsx", "record-dialog.tsx", "since.tsx"],
    lessons: [
      "finish.tsx",
      "lesson-gate.tsx",
      "lesson-strip.tsx",
      "marks.tsx",
      "part-names.ts",
      "use-last-taught.ts",
      "use-section.ts",
      "use-walk-through.ts",
      "written-lesson.ts",
    ],
    live: ["live.tsx"],
    "plan-links": ["link-field.tsx"],
    plans: ["effects.tsx", "merge.ts", "words.ts"],
    proposals: ["panel.tsx", "propose-plan.tsx", "use-send.ts", "why-field.tsx", "writing-bar.tsx"],
    practice: ["practice-button.tsx"],
    recaps: ["document.tsx", "live-figure.tsx"],
    sections: ["form.tsx", "here.ts", "own-class.tsx", "section-gate.tsx", "when-fields.tsx"],
    sequences: [
      "as-items.ts",
      "drawn-sequence.tsx",
      "live-sequence.tsx",
      "missing-links.tsx",
      "read-score.tsx",
      "routine-search.ts",
      "routine-state.tsx",
      "use-library.ts",
      "words.ts",
    ],
    search: ["search-button.tsx"],
    settings: ["use-habits.ts"],
    session: ["door.tsx", "session.tsx"],
    factors: ["directors.tsx", "panel.tsx"],
    staff: ["teachers-field.tsx"],
    students: ["dancer-name.tsx"],
    teaching: ["people.tsx", "use-rotation.ts"],
    timetable: ["room-form.tsx"],
    tour: ["offer.tsx"],
  },
  server: {
    approaches: ["service.ts"],
    "class-log": ["service.ts"],
    courses: ["service.ts"],
    "figure-file": ["service.ts"],
    factors: ["service.ts"],
    letters: ["service.ts"],
    figures: ["checks.ts", "library.ts", "likeness.ts", "links.ts", "service.ts", "shown.ts"],
    history: ["places.ts", "state.ts"],
    lessons: ["models.ts", "read.ts", "service.ts"],
    levels: ["read.ts"],
    plans: ["read.ts", "service.ts"],
    sections: ["own-class.ts", "read.ts", "service.ts"],
    sequences: ["read.ts"],
    session: ["password.ts", "service.ts"],
    settings: ["service.ts"],
    staff: ["service.ts"],
    students: ["read.ts", "service.ts"],
    "studio-file": ["tables.ts", "write.ts"],
  },
};

const IMPORT = /(?:from|import)\s*\(?\s*"([^"]+)"/g;

const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
    .map((name) => join(folder, name));

/** Why an import inside the core is not allowed, if it is not. */
function insideCore(file: string, target: string): string | null {
  const [concept = ""] = relative("core/src", file).split("/");
  const match = /^\.\.\/([\w-]+)\/(.+)$/.exec(target);
  if (!match) return null;
  const [, other = "", rest] = match;
  if (rest !== "index.ts") return `goes past the face of ${other}`;
  return CONCEPTS.indexOf(other) < CONCEPTS.indexOf(concept) ? null : `${concept} stands below ${other}`;
}

const FEATURE = /^(web|server)\/src\/features\/([\w-]+)\/(.+)$/;

/** Why a feature may not use a file of another one, if it may not. */
function betweenFeatures(file: string, target: string): string | null {
  const [, , own] = FEATURE.exec(file) ?? [];
  const [, workspace = "", other = "", rest = ""] = FEATURE.exec(target) ?? [];
  if (own === undefined || other === "" || other === own) return null;
  return FACES[workspace]?.[other]?.includes(rest) ? null : `is not of the face of ${other}`;
}

/**
 * Why a file of a workspace may not import something.
 * @param file its path from the root of the repository
 * @returns null when it may
 */
export function importFault(workspace: string, file: string, target: string): string | null {
  if (!target.startsWith("."))
    return (MAY_IMPORT[workspace]?.(target) ?? true) ? null : "is not for this layer";
  const place = join(file, "..", target);
  if (workspace === "scripts") return place.startsWith("e2e/") ? "is a test of what scripts make" : null;
  if (!place.startsWith(`${workspace}/`)) return "leaves the workspace";
  if (workspace === "core") return insideCore(file, target);
  if (file.startsWith("web/src/kit/") && target.includes("/features/")) return "the kit knows no feature";
  return betweenFeatures(file, place);
}

/** Files that a face names though nobody else uses them, or that are not there: the table stays as short as it can. */
function idleFaces(used: ReadonlySet<string>): string[] {
  return Object.entries(FACES).flatMap(([workspace, features]) =>
    Object.entries(features).flatMap(([feature, files]) =>
      files
        .map((name) => `${workspace}/src/features/${feature}/${name}`)
        .filter((path) => !used.has(path))
        .map((path) => `${path}: of the face of ${feature}, and used by no other feature`),
    ),
  );
}

/** Every import that goes against the layers, as a line to read. */
export function layerFaults(): string[] {
  const used = new Set<string>();
  const faults = [...Object.keys(MAY_IMPORT), "scripts"].flatMap((workspace) =>
    filesBelow(workspace === "scripts" ? "scripts" : join(workspace, "src")).flatMap((file) =>
      [...readFileSync(file, "utf8").matchAll(IMPORT)].flatMap(([, target = ""]) => {
        const place = join(file, "..", target);
        if (FEATURE.exec(file)?.[2] !== FEATURE.exec(place)?.[2]) used.add(place);
        const why = importFault(workspace, file, target);
        return why ? [`${file}: “${target}” ${why}`] : [];
      }),
    ),
  );
  return [...faults, ...idleFaces(used)];
}
