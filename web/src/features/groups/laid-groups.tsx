import { Flex, Text } from "@chakra-ui/react";
import { counted } from "@map-step/core/words";
import { Group } from "./group.tsx";
import type { GroupsState } from "./use-groups.ts";

/** The groups as they come out, or what is still missing for them. */
export function LaidGroups({ shown, content, going, goalSections, idsIn, personName }: GroupsState) {
  if (!shown)
    return (
      <Text mb="4" color="soft" role="status">
        {content.goalIds.length === 0
          ? "Choose the sections that take dancers in."
          : going.length === 0
            ? "Nobody goes on yet. Who is ready goes by itself; others by hand below."
            : "Laying groups …"}
      </Text>
    );
  return (
    <>
      <Text mb="2" role="status">
        {shown.best ? "As many wishes as can be met, proven." : "The best that was found in the time."}{" "}
        {shown.unmet.length === 0
          ? "Every wish is met."
          : `${counted(shown.unmet.length, "wish", "wishes")} not met, said beside each.`}
      </Text>
      <Flex gap="4" wrap="wrap" align="stretch" mb="4" css={{ "& > *": { flex: "1 1 15rem" } }}>
        {goalSections.map((goal) => {
          const ids = idsIn(goal.id);
          const role = (one: string) =>
            going.filter(({ id, role: own }) => ids.includes(id) && own === one).length;
          const [leaders, followers] = [goal.leaders + role("leader"), goal.followers + role("follower")];
          const all = leaders + followers + goal.others + role("both") + role("solo");
          return (
            <Group
              key={goal.id}
              title={goal.name}
              about={`${all}${goal.places === null ? "" : ` of ${goal.places}`} dancers; ${leaders} lead, ${followers} follow${role("both") > 0 ? `, ${role("both")} do both` : ""}`}
              ids={ids}
              nameOf={personName}
              grouping={shown}
            />
          );
        })}
        {idsIn(null).length > 0 ? (
          <Group
            title="Waiting list"
            about="No place, or chosen by hand"
            ids={idsIn(null)}
            nameOf={personName}
            grouping={shown}
          />
        ) : null}
      </Flex>
    </>
  );
}
