import { Button, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
import { type ApproachContent, type ApproachRecord, api } from "@map-step/contract";
import { APPROACH_IDS, APPROACHES, type Approach } from "@map-step/core/plan";
import { useState } from "react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { Loaded } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";
import { ApproachDialog } from "./form.tsx";
import { StrandPicture } from "./strand-picture.tsx";

/** What the dialog begins with: one of the studio's own, or a copy of another. */
interface Open {
  readonly approach: ApproachRecord | null;
  readonly start: ApproachContent;
}

const contentOf = ({ name, reason, ages, returns, returnMinutes }: Approach): ApproachContent => ({
  name,
  reason,
  ages: ages.map((shares) => shares.map((share) => ({ ...share }))),
  returns: [...returns],
  returnMinutes,
});

interface CardProps {
  readonly approach: Approach;
  readonly onCopy: (() => void) | null;
  readonly onEdit: (() => void) | null;
  readonly onRemove: (() => void) | null;
}

const Card = ({ approach, onCopy, onEdit, onRemove }: CardProps) => (
  <Panel as="section" aria-label={approach.name}>
    <Flex justify="space-between" gap="3" wrap="wrap" mb="2">
      <Heading as="h2" size="lg">
        {approach.name}
      </Heading>
      <Flex gap="2">
        {onRemove ? (
          <Button size="sm" variant="ghost" onClick={onRemove}>
            Remove
          </Button>
        ) : null}
        {onEdit ? (
          <Button size="sm" variant="outline" onClick={onEdit}>
            Edit
          </Button>
        ) : null}
        {onCopy ? (
          <Button size="sm" variant="outline" onClick={onCopy}>
            Copy and edit
          </Button>
        ) : null}
      </Flex>
    </Flex>
    <Text mb="3">{approach.reason}</Text>
    <StrandPicture approach={approach} />
  </Panel>
);

/** Ways of teaching: those that ship, each with its reasons, and the studio's own. */
export function ApproachesPage() {
  const approaches = useApi(api.approaches.list, {});
  const mayWrite = useMay("levels.write");
  const { remove } = useRemoval(api.approaches.remove, api.approaches.restore);
  const [open, setOpen] = useState<Open | null>(null);
  const copy = (approach: Approach) =>
    mayWrite
      ? () => {
          const start = contentOf(approach);
          setOpen({ approach: null, start: { ...start, name: `${start.name}, our way` } });
        }
      : null;
  return (
    <Loaded all={[approaches]}>
      {(own) => (
        <>
          <PageHead
            title="Approaches"
            about="Which layers of a figure come first, how far apart, and when it comes back. A figure of 16 minutes is drawn."
          >
            <Button asChild variant="outline" bg="panel">
              <Link to="/levels">Back to the levels</Link>
            </Button>
          </PageHead>
          <SimpleGrid gap="4">
            {own.map((approach) => (
              <Card
                key={approach.id}
                approach={approach}
                onCopy={copy(approach)}
                onEdit={mayWrite ? () => setOpen({ approach, start: contentOf(approach) }) : null}
                onRemove={mayWrite ? () => remove(approach.id, `${approach.name} is removed`) : null}
              />
            ))}
            {APPROACH_IDS.map((id) => (
              <Card
                key={id}
                approach={APPROACHES[id]}
                onCopy={copy(APPROACHES[id])}
                onEdit={null}
                onRemove={null}
              />
            ))}
          </SimpleGrid>
          {open ? <ApproachDialog {...open} onClose={() => setOpen(null)} /> : null}
        </>
      )}
    </Loaded>
  );
}
