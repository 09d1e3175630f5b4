import { Button } from "@chakra-ui/react";
import { Link } from "react-router";
import { Empty } from "../kit/states.tsx";

export const NotFound = () => (
  <Empty
    title="There is no page here"
    action={
      <Button asChild>
        <Link to="/">Go to Today</Link>
      </Button>
    }
  >
    The address may be mistyped, or what it showed was taken away.
  </Empty>
);
