import { Box, Text } from "@chakra-ui/react";
import { api, type BackupState } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useMay } from "../session/session.tsx";

const megabytes = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** What is wrong with the nightly backups, if anything is. */
export function backupFault({ good, problem, missed }: BackupState): string | null {
  const last = good ? `The last good one is of ${momentOf(good.at)}.` : "There is no good one yet.";
  if (problem) return `The backup of ${momentOf(problem.at)} failed: ${problem.words} ${last}`;
  return missed ? `No nightly backup was made since. ${last}` : null;
}

/** How the nightly backups are doing. */
export function BackupPanel() {
  const { data } = useApi(api.backups.read, {});
  if (!data) return null;
  const fault = backupFault(data);
  return (
    <Panel>
      <PanelTitle>Nightly backup</PanelTitle>
      {fault ? (
        <Text bg="brickWash" borderRadius="md" px="3" py="2">
          {fault}
        </Text>
      ) : data.good ? (
        <Text>
          The last one is of {momentOf(data.good.at)}, {megabytes(data.good.bytes)}. It was laid into a
          database of its own, and every table was the same.
        </Text>
      ) : (
        <Text color="soft">
          None is made yet. Whoever looks after the machine sets it up: docs/deploy.md says how.
        </Text>
      )}
    </Panel>
  );
}

/** On the director's Today, only where a backup failed or is missed. */
export function BackupAlert() {
  const isDirector = useMay("settings.write");
  const { data } = useApi(api.backups.read, {}, { enabled: isDirector });
  const fault = data ? backupFault(data) : null;
  if (fault === null) return null;
  return (
    <Box role="alert" bg="brickWash" borderLeftWidth="4px" borderColor="brick" borderRadius="lg" p="4" mb="4">
      <Text fontWeight="700">The studio is not backed up</Text>
      <Text fontSize="sm">{fault}</Text>
    </Box>
  );
}
