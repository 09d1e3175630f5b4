import { Button, Text } from "@chakra-ui/react";
import { Slip } from "../../kit/slip.tsx";
import { useSession } from "../session/session.tsx";
import { beginWalk, useWalk } from "./tour.tsx";

/** In the made-up studio: a walk through its term. */
export function WalkOffer() {
  const { isDemo } = useSession();
  const walking = useWalk() !== null;
  if (!isDemo || walking) return null;
  return (
    <Slip className="no-print">
      <Text>A made-up studio, four weeks into its term. See what it is like in two minutes.</Text>
      <Button size="sm" onClick={beginWalk}>
        Walk through the term
      </Button>
    </Slip>
  );
}
