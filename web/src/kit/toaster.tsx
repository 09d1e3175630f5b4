import { Box, Button, Toaster as ChakraToaster, createToaster, Stack, Text, Toast } from "@chakra-ui/react";

export const toaster = createToaster({ placement: "bottom-end", max: 4 });

/** Where short messages appear. */
export function Toasts() {
  return (
    <ChakraToaster toaster={toaster} insetInline={{ mdDown: "4" }}>
      {(toast) => (
        <Toast.Root width={{ md: "sm" }} bg="ink" color="panel">
          <Box
            w="1"
            alignSelf="stretch"
            borderRadius="full"
            bg={toast.type === "error" ? "brick" : toast.type === "info" ? "apricot" : "pine2"}
          />
          <Stack flex="1" gap="1">
            <Text>{toast.title}</Text>
          </Stack>
          {toast.action ? (
            <Button
              size="xs"
              onClick={() => {
                toast.action?.onClick?.();
                toaster.dismiss(toast.id);
              }}
            >
              {toast.action.label}
            </Button>
          ) : null}
          <Toast.CloseTrigger aria-label="Close message" />
        </Toast.Root>
      )}
    </ChakraToaster>
  );
}
