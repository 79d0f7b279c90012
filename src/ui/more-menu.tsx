"use client";

import { Menu } from "@chakra-ui/react";
import { Ellipsis } from "lucide-react";
import { BenchButton } from "./buttons";
import { useSay } from "./text";

interface MoreMenuProps {
  /** Names what the actions belong to, for assistive technology. */
  label: string;
  items: readonly { name: string; run: () => unknown }[];
}

/** Secondary actions of a card. */
export function MoreMenu({ label, items }: MoreMenuProps) {
  const say = useSay();
  return (
    <Menu.Root positioning={{ placement: "bottom-end" }} lazyMount unmountOnExit>
      <Menu.Trigger asChild>
        <BenchButton px="3" minW="target" aria-label={label}>
          <Ellipsis size={20} aria-hidden />
        </BenchButton>
      </Menu.Trigger>
      <Menu.Positioner>
        <Menu.Content bg="sheet" borderWidth="1px" borderColor="edge" rounded="card" minW="220px" p="1">
          {items.map(({ name, run }) => (
            <Menu.Item
              key={name}
              value={name}
              minH="target"
              px="3"
              fontSize="md"
              cursor="pointer"
              _highlighted={{ bg: "band" }}
              onClick={() => void run()}
            >
              {say(name)}
            </Menu.Item>
          ))}
        </Menu.Content>
      </Menu.Positioner>
    </Menu.Root>
  );
}
