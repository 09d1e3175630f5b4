import { Box, Button } from "@chakra-ui/react";
import { Link } from "react-router";
import { Empty, Failed } from "../kit/states.tsx";

/** A page that broke or could not be fetched: says so and offers to load it again. */
export const PageFailed = () => (
  <Box p="6">
    <Failed error={null} retry={() => window.location.reload()} />
  </Box>
);

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
