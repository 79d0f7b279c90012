import { Box } from "@chakra-ui/react";
import { Text } from "../text";

/** A view without a record yet: what there is none of, and how the first one comes. */
export function Empty({ title, children }: { title: string; children: string }) {
  return (
    <Box py="16" textAlign="center">
      <Text fontSize="3xl" fontWeight="semibold">
        {title}
      </Text>
      <Text color="soft" fontSize="md" mt="1">
        {children}
      </Text>
    </Box>
  );
}
