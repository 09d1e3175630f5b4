import { Button, Flex, Text } from "@chakra-ui/react";

interface Props {
  readonly restored: boolean;
  readonly onDiscard: () => void;
  /** What is wrong with the whole form. */
  readonly problem: string | null;
}

/** What is wrong with a whole form; what is wrong with a field stands at the field. */
export const FormProblem = ({ problem, mb }: { problem: string | null; mb?: string }) =>
  problem ? (
    <Text role="alert" color="brick" fontWeight="600" {...(mb ? { mb } : {})}>
      {problem}
    </Text>
  ) : null;

/** Above a form: that what was typed before and never saved is here again, and what is wrong with the whole. */
export const FormNotes = ({ restored, onDiscard, problem }: Props) => (
  <>
    {restored ? (
      <Flex
        role="status"
        bg="pineWash"
        borderRadius="md"
        px="4"
        py="2"
        mb="4"
        align="center"
        justify="space-between"
        gap="3"
      >
        <Text>Your unsaved changes from before are here.</Text>
        <Button size="sm" variant="outline" bg="panel" onClick={onDiscard}>
          Throw them away
        </Button>
      </Flex>
    ) : null}
    <FormProblem problem={problem} mb="3" />
  </>
);
