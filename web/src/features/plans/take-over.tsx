import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { api, contentOfPlan, type Plan } from "@map-step/contract";
import { changesBetween, lastHeld, type PlanChange } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TickField } from "../../kit/fields.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import { planDifferences } from "./merge.ts";
import type { PlannerInput } from "./planner-input.ts";
import { WhichWay } from "./which-way.tsx";

/** A change with what it says in words. */
interface Told extends PlanChange {
  readonly label: string;
  readonly now: string;
  readonly next: string;
}

/** One plan that would take changes over. */
interface Target {
  readonly plan: Plan;
  readonly name: string;
  readonly changes: readonly Told[];
}

type Named = Pick<PlannerInput, "library" | "members">;

function tell(from: Plan, into: Plan, base: Plan["agreed"], { library, members }: Named): Told[] {
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "A removed figure";
  const names = new Map(members.map(({ id, name }) => [id, name]));
  const words = new Map(
    planDifferences(contentOfPlan(into), contentOfPlan(from), nameOf, names).map((one) => [one.key, one]),
  );
  return changesBetween(base, from, into, lastHeld(into)).map((change) => {
    const { label = "", mine = "", theirs = "" } = words.get(change.key) ?? {};
    return { ...change, label, now: mine, next: theirs };
  });
}

/** Where it was changed, said of the plan that would take it over. */
const BY: Readonly<Record<PlanChange["by"], string>> = {
  other: "",
  own: "changed here; taking it over undoes that",
  both: "changed in both",
  unknown: "",
};

interface TargetProps {
  readonly target: Target;
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (key: string, on: boolean) => void;
}

function TargetChanges({ target: { name, plan, changes }, chosen, onChoose }: TargetProps) {
  const taught = lastHeld(plan);
  return (
    <Box as="section" aria-label={name} borderTopWidth="1px" borderColor="rule" pt="3">
      <Heading as="h3" size="md">
        {name}
      </Heading>
      <Text color="soft" fontSize="sm" mb="2">
        {taught > 0 ? `Week ${taught} is over. ` : ""}
        {changes.length === 0 ? "Nothing differs." : null}
      </Text>
      <Stack gap="1.5">
        {changes.map(({ key, label, now, next, by, held }) => (
          <Box key={key}>
            <TickField
              label={`${label}: ${now} → ${next}`}
              checked={chosen.has(key)}
              disabled={held !== null}
              onChange={(on) => onChoose(key, on)}
            />
            {held !== null || BY[by] !== "" ? (
              <Text color="soft" fontSize="sm" pl="7">
                {held === null ? BY[by] : `week ${held} is over; it stays as it was`}
              </Text>
            ) : null}
          </Box>
        ))}
      </Stack>
    </Box>
  );
}

/** What is chosen beforehand: what only the other plan changed since, and nothing that is over. */
const offered = (changes: readonly Told[]): ReadonlySet<string> =>
  new Set(changes.flatMap(({ key, by, held }) => (by === "other" && held === null ? [key] : [])));

const NOTHING: ReadonlySet<string> = new Set();

interface ChoiceProps {
  readonly from: Plan;
  readonly targets: readonly Target[];
  /** Whether what changed since is chosen beforehand; a section's own repairs are not offered to its level. */
  readonly offers: boolean;
  readonly onDone: () => void;
}

function Choice({ from, targets, offers, onDone }: ChoiceProps) {
  const take = useChange(api.plans.takeOver);
  const [touched, setTouched] = useState<ReadonlyMap<string, ReadonlySet<string>>>(new Map());
  const chosenIn = ({ plan, changes }: Target): ReadonlySet<string> => {
    const wanted = touched.get(plan.id) ?? (offers ? offered(changes) : NOTHING);
    return new Set(changes.flatMap(({ key }) => (wanted.has(key) ? [key] : [])));
  };
  const taking = targets.flatMap((target) => {
    const keys = [...chosenIn(target)];
    return keys.length > 0 ? [{ planId: target.plan.id, version: target.plan.version, keys }] : [];
  });
  const count = taking.reduce((sum, { keys }) => sum + keys.length, 0);
  const run = () =>
    take.mutateAsync({ params: { id: from.id }, body: { version: from.version, into: taking } }).then(() => {
      tellDone(`${counted(count, "change")} taken over into ${counted(taking.length, "plan")}`);
      onDone();
    }, tellError);
  return (
    <>
      <Stack gap="4">
        {targets.map((target) => (
          <TargetChanges
            key={target.plan.id}
            target={target}
            chosen={chosenIn(target)}
            onChoose={(key, on) => {
              const next = new Set(chosenIn(target));
              if (on) next.add(key);
              else next.delete(key);
              setTouched(new Map(touched).set(target.plan.id, next));
            }}
          />
        ))}
      </Stack>
      <Flex justify="flex-end" mt="5">
        <Button disabled={count === 0 || take.isPending} onClick={() => void run()}>
          {count === 0
            ? "Nothing is chosen"
            : `Take over ${counted(count, "change")} into ${counted(taking.length, "plan")}`}
        </Button>
      </Flex>
    </>
  );
}

/** A plan of a level to those of its sections that still run, or a section's to and from its level's. */
export function TakeOver({ input, onClose }: { input: PlannerInput; onClose: () => void }) {
  const { level, section, sections } = input;
  const { today } = useSession();
  const [isBack, setBack] = useState(false);
  const plans = useApi(api.plans.ofLevel, { params: { id: level.id } });
  const running = sections.filter(({ id, dates }) => id === section?.id || (dates.at(-1) ?? today) >= today);
  return (
    <Modal open title="Level and sections" onClose={onClose} size="lg">
      <Loaded all={[plans]}>
        {(all) => {
          const ofLevel = all.find(({ sectionId }) => sectionId === null);
          const own = all.find(({ sectionId }) => section && sectionId === section.id);
          if (!ofLevel) return null;
          if (section && own && isBack) {
            const changes = tell(own, ofLevel, own.agreed, input);
            const target = { plan: ofLevel, name: `${level.name}, the level's plan`, changes };
            return (
              <>
                <WhichWay section={section.name} isBack={isBack} onChange={setBack} />
                <Choice key="back" from={own} targets={[target]} offers={false} onDone={onClose} />
              </>
            );
          }
          const targets = (section ? [section] : running).flatMap(({ id, name }): Target[] => {
            const plan = all.find(({ sectionId }) => sectionId === id);
            return plan ? [{ plan, name, changes: tell(ofLevel, plan, plan.agreed, input) }] : [];
          });
          return (
            <>
              {section ? (
                <WhichWay section={section.name} isBack={isBack} onChange={setBack} />
              ) : (
                <Text color="soft" mb="3">
                  {targets.length === 0
                    ? "No section of this level runs any more."
                    : "What this plan has otherwise than its sections. What changed here since is chosen."}
                </Text>
              )}
              <Choice key="out" from={ofLevel} targets={targets} offers onDone={onClose} />
            </>
          );
        }}
      </Loaded>
    </Modal>
  );
}
