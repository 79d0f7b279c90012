import { Box } from "@chakra-ui/react";
import { Text } from "@/ui/text";

/** Name of something to practise, and below it what is to be done; the wide part of its row. */
export function NamedTask({ name, task }: { name: string; task: string }) {
  return (
    <Box flex="1 1 260px" minW="0">
      <Text kind="lead" lineHeight="1.25">
        {name}
      </Text>
      <Text kind="aside" lineHeight="1.3">
        {task}
      </Text>
    </Box>
  );
}
