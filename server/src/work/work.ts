import type {
  AlikePair,
  Course,
  JudgedFile,
  LessonSummary,
  LevelSeen,
  NamePlaces,
  Person,
  Problem,
  StudentExport,
  TakenStudio,
  Today,
} from "@map-step/contract";
import type { LikePair } from "@map-step/core/likeness";

/** A plan that is looked through, with what it is called and the last week that was taught by it. */
export interface AskedPlan {
  readonly planId: string;
  readonly title: string;
  readonly after: number;
}

/** A level or a section that is looked at, with its lessons where it has any, and how many dance in it. */
export interface AskedCourse extends Omit<AskedPlan, "title"> {
  readonly lessons: readonly Pick<LessonSummary, "week" | "date" | "state" | "recap">[];
  readonly dancers: number;
}

/** Entries of a file as they were read, whatever they hold. */
export type FileRows = readonly Readonly<Record<string, unknown>>[];

/** What a file of figures holds: its figures, and the dances that it brings along. */
export interface FigureRows {
  readonly rows: FileRows;
  readonly dances: FileRows;
}

/** What is done beside the thread that answers requests, because it takes long: what each takes, and what it gives. */
export interface Tasks {
  readonly compareDance: (danceId: string) => readonly LikePair[];
  readonly levelSeen: (levelId: string) => LevelSeen;
  readonly listAlike: (person: Person) => AlikePair[];
  readonly listNamePlaces: (studentId: string) => NamePlaces;
  readonly eraseStudent: (
    studentId: string,
    ticked: readonly string[],
    basis: string,
  ) => Record<string, never>;
  readonly exportStudent: (person: Person, studentId: string) => StudentExport;
  readonly lookAtAllPlans: () => void;
  readonly lookAtCourses: (asked: readonly AskedCourse[]) => Course[];
  readonly lookForToday: (
    plans: readonly AskedPlan[],
    courses: readonly AskedCourse[],
  ) => Pick<Today, "plans" | "courses">;
  readonly previewFile: (file: FigureRows) => JudgedFile;
  readonly takeInFile: (file: FigureRows, basis: string) => JudgedFile;
  /** The bytes of its text: they cost the thread that answers no memory of its own. */
  readonly writeStudioFile: () => Uint8Array;
  readonly takeInStudioFile: (bytes: Uint8Array) => TakenStudio;
}
export type TaskName = keyof Tasks;

/** What takes seconds: it has a lane of its own, so that nobody's page waits behind it. */
export const LONG: ReadonlySet<TaskName> = new Set<TaskName>([
  ...(["compareDance", "eraseStudent", "exportStudent", "listAlike", "listNamePlaces"] as const),
  ...(["lookAtAllPlans", "previewFile"] as const),
  ...(["takeInFile", "writeStudioFile", "takeInStudioFile"] as const),
]);

/** What only reads: where the database was away when it began, it is simply begun again. */
export const ONLY_READS: ReadonlySet<TaskName> = new Set<TaskName>([
  ...(["compareDance", "exportStudent", "levelSeen", "listAlike", "listNamePlaces"] as const),
  ...(["lookAtCourses"] as const),
  ...(["lookForToday", "previewFile", "writeStudioFile"] as const),
]);

/** Threads that do what would hold up everybody else. */
export interface Workers {
  /** @throws the problem that the task answers with */
  readonly run: <N extends TaskName>(name: N, ...rest: Parameters<Tasks[N]>) => Promise<ReturnType<Tasks[N]>>;
  readonly close: () => Promise<void>;
}

/** What a thread is told when it begins. */
export interface WorkerData {
  readonly databaseUrl: string;
  readonly today: string | undefined;
  readonly patience: number;
  readonly key: string;
}

/** A task as it goes to a thread. */
export interface Order {
  readonly name: TaskName;
  readonly arguments: readonly unknown[];
  /** Who asked for it. */
  readonly person: Person | null;
}

/** What comes back from a thread: a value, or the problem that is the answer to the request. */
export type Done = { readonly value: unknown } | { readonly problem: Problem };
