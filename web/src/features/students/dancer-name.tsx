import { Flex, Skeleton, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { cellsOf } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { EntityCard } from "../../kit/hover-card.tsx";
import { Ring } from "../checks/mark-sign.tsx";
import { useSession } from "../session/session.tsx";
import { placeInWords, roleName } from "./words.ts";

/** So many rings stand on the card; the others are counted. */
const RINGS = 14;

function DancerCard({ id, name }: { id: string; name: string }) {
  const { today } = useSession();
  const { data: seen } = useApi(api.checks.person, { params: { id } });
  const { data: people } = useApi(api.students.all, {});
  const person = people?.find((one) => one.id === id || one.joined.some((other) => other.id === id));
  if (!seen) return <Skeleton height="24" />;
  const cells = cellsOf(seen.evidence, "partner", today).filter(({ mark }) => mark !== null);
  const have = cells.filter(({ mark }) => mark === "alone" || mark === "dances-it").length;
  const last = seen.evidence
    .map(({ at }) => at)
    .sort()
    .at(-1);
  return (
    <>
      <Text fontFamily="heading" fontWeight="700" fontSize="md">
        {name}
      </Text>
      {person ? (
        <Text color="soft" mb="2">
          {roleName(person.role)}
        </Text>
      ) : null}
      {person?.courses.slice(-2).map((course) => (
        <Text key={course.enrolmentId}>
          {course.level}, {course.section}; {placeInWords(course)}
        </Text>
      ))}
      <Flex wrap="wrap" gap="0.5" mt="2" aria-hidden="true">
        {cells.slice(0, RINGS).map(({ figureId, mark, reached, weeksAgo, differs }) => (
          <Ring
            key={figureId}
            mark={mark}
            reached={reached}
            weeksAgo={weeksAgo}
            differs={differs}
            size={22}
          />
        ))}
      </Flex>
      <Text>
        {cells.length === 0
          ? "Nothing was seen yet."
          : `${have} of ${counted(cells.length, "figure")} without help${last ? `, last seen ${dayAndMonth(last)}` : ""}.`}
      </Text>
    </>
  );
}

/** A dancer by their name: it leads to their page, and shows how they stand on hover and focus. */
export const DancerName = ({ id, name, children }: { id: string; name: string; children?: ReactNode }) => (
  <EntityCard label={name} trigger={<Link to={`/dancers/${id}`}>{children ?? name}</Link>}>
    {() => <DancerCard id={id} name={name} />}
  </EntityCard>
);
