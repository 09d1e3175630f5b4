import { describe, expect, it } from "vitest";
import { importFault } from "./layers.ts";

describe("the layers", () => {
  it.each([
    ["core", "core/src/plan/check.ts", "./loads.ts"],
    ["core", "core/src/plan/check.ts", "../time/index.ts"],
    ["contract", "contract/src/plans.ts", "@map-step/core/plan"],
    ["contract", "contract/src/plans.ts", "zod"],
    ["server", "server/src/app.ts", "express"],
    ["server", "server/src/app.ts", "@map-step/contract"],
    ["web", "web/src/kit/api.ts", "@map-step/contract"],
    ["web", "web/src/features/plans/page.tsx", "../../kit/api.ts"],
    ["web", "web/src/features/plans/planner.tsx", "../session/session.tsx"],
    ["web", "web/src/app/routes.tsx", "../features/plans/page.tsx"],
    ["server", "server/src/features/plans/read.ts", "../figures/library.ts"],
    ["scripts", "scripts/screenshots.ts", "./lib/studios.ts"],
  ])("of %s let %s import %s", (workspace, file, target) => {
    expect(importFault(workspace, file, target)).toBeNull();
  });

  it.each([
    ["core", "core/src/plan/check.ts", "zod", "not for this layer"],
    ["core", "core/src/plan/check.ts", "node:fs", "not for this layer"],
    ["core", "core/src/plan/check.ts", "../time/ticks.ts", "past the face of time"],
    ["core", "core/src/time/tempo.ts", "../plan/index.ts", "time stands below plan"],
    ["core", "core/src/plan/check.ts", "../../../contract/src/index.ts", "leaves the workspace"],
    ["contract", "contract/src/plans.ts", "@map-step/server", "not for this layer"],
    ["server", "server/src/app.ts", "@map-step/web", "not for this layer"],
    ["server", "server/src/app.ts", "../../web/src/app/main.tsx", "leaves the workspace"],
    ["web", "web/src/kit/api.ts", "@map-step/server", "not for this layer"],
    ["web", "web/src/kit/api.ts", "node:path", "not for this layer"],
    ["web", "web/src/kit/page.tsx", "../features/plans/page.tsx", "the kit knows no feature"],
    ["web", "web/src/features/plans/planner.tsx", "../session/setup.tsx", "not of the face of session"],
    ["server", "server/src/features/plans/read.ts", "../figures/routes.ts", "not of the face of figures"],
    ["scripts", "scripts/screenshots.ts", "../e2e/fixtures.ts", "is a test of what scripts make"],
  ])("of %s keep %s from importing %s", (workspace, file, target, why) => {
    expect(importFault(workspace, file, target)).toContain(why);
  });
});
