import { Box, Field, Input, type InputProps } from "@chakra-ui/react";

/** A short entry with its name above it, where it acts at once. In forms there is `TextField`. */
export const SmallInput = ({ label, ...input }: { readonly label: string } & InputProps) => (
  <Field.Root width="auto">
    <Box asChild fontSize="xs" color="soft" fontWeight="400">
      <Field.Label>{label}</Field.Label>
    </Box>
    <Input size="sm" w="6rem" bg="panel" {...input} />
  </Field.Root>
);
