import { houseCues, type LocaleFormat, MOST_LINK_DAYS, type PublicPlan } from "@map-step/contract";
import { layOut, weekCapacities } from "@map-step/core/plan";
import { addDays } from "@map-step/core/time";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { newSecret } from "../../db/secret.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { readLibrary } from "../figures/library.ts";
import { shownFigures } from "../figures/shown.ts";
import { computablePlans, readPlan } from "../plans/read.ts";
import { listSections } from "../sections/read.ts";
import { LOCALE_FORMAT } from "../settings/service.ts";

interface Link {
  readonly secret: string | null;
  readonly until: string | null;
}

export async function readLink(db: Database, planId: string): Promise<Link> {
  await readPlan(db, planId);
  const [link] = await rowsOf<Link>(
    db,
    `select secret, to_char(until_day, 'YYYY-MM-DD') as until from plan_links where plan_id = $planId`,
    { planId },
  );
  return link ? { ...link, secret: db.links.unseal(link.secret) } : { secret: null, until: null };
}

/** Opens a plan to guests until a day; an address that is there already stays. */
export const openLink = (db: Database, planId: string, until: string, today: string): Promise<Link> =>
  inTransaction(db, async () => {
    await readPlan(db, planId);
    if (until < today) throw invalid([{ path: "until", message: "A day from today on" }]);
    if (until > addDays(today, MOST_LINK_DAYS))
      throw invalid([{ path: "until", message: "A day within a year" }]);
    await rowsOf(
      db,
      `insert into plan_links (plan_id, secret, until_day) values ($planId, $secret, $until)
       on conflict (plan_id) do update set until_day = excluded.until_day, updated_at = now() returning plan_id`,
      { planId, secret: db.links.seal(newSecret()), until },
    );
    return readLink(db, planId);
  });

export async function closeLink(db: Database, planId: string): Promise<Link> {
  await readPlan(db, planId);
  await rowsOf(db, "delete from plan_links where plan_id = $planId returning plan_id", { planId });
  return { secret: null, until: null };
}

type Weeks = PublicPlan["weeks"];
type Computable = Parameters<typeof layOut>[0];

/** What is new and what comes back in each week, with the minutes of each. */
function weeksOf(computable: Computable, dates: readonly string[]): Weeks {
  const { shares, figures, weeks } = layOut(computable);
  return weekCapacities(computable).map(({ week, minutes, special }) => {
    const danced = [...shares].flatMap(([id, all]) => {
      const here = all.filter((share) => share.week === week);
      const sum = here.reduce((total, share) => total + share.minutes, 0);
      return here.length === 0 ? [] : [{ id, name: figures.get(id)?.name ?? "", minutes: Math.round(sum) }];
    });
    const isFresh = ({ id }: { id: string }) => weeks.get(id) === week;
    return {
      week,
      minutes,
      date: dates[week - 1] ?? null,
      special: special?.kind ?? null,
      fresh: danced.filter(isFresh),
      back: danced.filter((one) => !isFresh(one)),
    };
  });
}

/** A plan as a guest with the link reads it, as it is now. @throws a not-found problem */
export async function publicPlanAt(db: Database, secret: string, today: string): Promise<PublicPlan> {
  const gone = () => notFound("This link does not open a plan any more. Ask the studio for another.");
  const [link] = await rowsOf<{
    planId: string;
    until: string;
    studioName: string;
    localeFormat: LocaleFormat;
  }>(
    db,
    `select plan_id as "planId", to_char(until_day, 'YYYY-MM-DD') as until, (select name from studio) as "studioName",
       ${LOCALE_FORMAT} as "localeFormat"
     from plan_links where secret = any($kept)`,
    { kept: db.links.asKept(secret) },
  );
  if (!link || link.until < today) throw gone();
  const [found] = await computablePlans(db, [await readPlan(db, link.planId)]);
  if (!found) throw gone();
  const { plan, level, computable } = found;
  const [section] = plan.sectionId === null ? [] : await listSections(db, { ids: [plan.sectionId] });
  if (plan.sectionId !== null && !section) throw gone();
  const library = await readLibrary(db, level.danceId);
  const weeks = weeksOf(computable, section?.dates ?? []);
  const ids = new Set(weeks.flatMap(({ fresh, back }) => [...fresh, ...back].map(({ id }) => id)));
  return {
    studioName: link.studioName,
    localeFormat: link.localeFormat,
    levelName: level.name,
    sectionName: section?.name ?? "",
    aim: level.aim,
    until: link.until,
    weeks,
    dance: library.dance,
    figures: shownFigures(ids, library),
    about: [...ids].flatMap((id) => {
      const figure = library.byId.get(id);
      if (!figure) return [];
      const { name, cues, slips, cautions } = figure;
      return [{ id, name, cues: houseCues(cues), slips, cautions }];
    }),
  };
}
