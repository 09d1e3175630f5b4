import { Flex, Stack, Text } from "@chakra-ui/react";
import type { StaffMember } from "@map-step/contract";
import { TickField } from "../../kit/fields.tsx";

interface Props {
  readonly label: string;
  readonly help?: string;
  readonly staff: readonly StaffMember[];
  readonly value: readonly string[];
  readonly onChange: (ids: string[]) => void;
}

/** Some of the people on the staff. Who has left is offered only where they are chosen already. */
export const TeachersField = ({ label, help, staff, value, onChange }: Props) => (
  <Stack as="fieldset" gap="2">
    <Text as="legend" fontWeight="600" fontSize="sm">
      {label}
    </Text>
    <Flex gap="4" wrap="wrap">
      {staff
        .filter(({ id, active }) => active || value.includes(id))
        .map(({ id, name }) => (
          <TickField
            key={id}
            label={name}
            checked={value.includes(id)}
            onChange={(checked) => onChange(checked ? [...value, id] : value.filter((other) => other !== id))}
          />
        ))}
    </Flex>
    {help ? (
      <Text color="soft" fontSize="sm">
        {help}
      </Text>
    ) : null}
  </Stack>
);
