import { Box } from "@chakra-ui/react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";

interface Props {
  readonly section: string;
  readonly isBack: boolean;
  readonly onChange: (isBack: boolean) => void;
}

/** Which way changes go between a section and its level. */
export const WhichWay = ({ section, isBack, onChange }: Props) => (
  <Box mb="3">
    <ChoiceButtons
      label="Which way"
      hideLabel
      choices={[
        { value: "out", label: `From the level into ${section}` },
        { value: "back", label: `From ${section} into the level` },
      ]}
      isChosen={(value) => (value === "back") === isBack}
      onChoose={(value) => onChange(value === "back")}
    />
  </Box>
);
