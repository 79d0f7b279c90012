"use client";

import { Box, Dialog, Flex, Grid, Input, Kbd, Portal, Text } from "@chakra-ui/react";
import { Keyboard, MoonStar, Ruler, SlidersHorizontal, SquareStack, Sun, Wrench } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTheme } from "next-themes";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { Mark } from "./mark";
import { useUpdateWaits } from "./offline";
import { type Shortcut, useShortcuts } from "./shortcuts";

interface AppFrameProps {
  current: "bay" | "job" | "desk" | "settings";
  /** Plain title, when there is no header of the view's own. */
  title?: string;
  header?: ReactNode;
  footer?: ReactNode;
  commands?: Shortcut[];
  children: ReactNode;
}

const LAST_JOB = "evrid.last-job";

/** The frame every view stands in: rail, top, work, and the live strip when instruments run. */
export function AppFrame({ current, title, header, footer, commands = [], children }: AppFrameProps) {
  const router = useRouter();
  const { resolvedTheme, setTheme } = useTheme();
  // The server cannot know the colour mode; the first drawing must match its own.
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const dark = mounted && resolvedTheme === "dark";
  const [dialog, setDialog] = useState<"keys" | "commands" | null>(null);
  const lastJob = useLastJob(current);
  const updateWaits = useUpdateWaits();

  const own: Shortcut[] = [
    { key: "b", does: "To the Bay", run: () => router.push("/") },
    { key: "p", does: "P-T desk", run: () => router.push("/desk") },
    { key: ",", does: "Settings", run: () => router.push("/settings") },
    { key: "l", does: "Light or dark", run: () => setTheme(dark ? "light" : "dark") },
  ];
  const all = [...commands, ...own];
  useShortcuts([
    ...all,
    { key: "?", does: "This list", run: () => setDialog("keys") },
    { key: "ctrl+k", does: "Commands", run: () => setDialog("commands") },
  ]);

  return (
    <Grid
      h="calc(100dvh / var(--evrid-scale, 1))"
      templateColumns="68px minmax(0, 1fr)"
      templateRows="56px minmax(0, 1fr) auto"
      bg="ground"
    >
      <Flex
        as="nav"
        aria-label="Views"
        gridRow="1 / 4"
        direction="column"
        align="center"
        gap="1"
        pt="3"
        pb="3"
        bg="rail"
        color="onRail"
      >
        <Box mb="5" color="#efece5">
          <Mark />
        </Box>
        <RailLink href="/" label="Bay" active={current === "bay"} icon={<SquareStack size={21} />} />
        {lastJob && <RailLink href={lastJob} label="Job" active={current === "job"} icon={<Wrench size={21} />} />}
        <RailLink href="/desk" label="P-T" active={current === "desk"} icon={<Ruler size={21} />} />
        <Box mt="auto" />
        {updateWaits && (
          <Text fontSize="11px" textAlign="center" px="1" pb="2" role="status">
            New version at the next start
          </Text>
        )}
        <RailLink
          href="/settings"
          label="Settings"
          active={current === "settings"}
          icon={<SlidersHorizontal size={21} />}
        />
        <RailButton label="Keys" icon={<Keyboard size={21} />} onClick={() => setDialog("keys")} />
        <RailButton
          label={dark ? "Light" : "Dark"}
          icon={dark ? <Sun size={21} /> : <MoonStar size={21} />}
          onClick={() => setTheme(dark ? "light" : "dark")}
        />
      </Flex>
      <Flex as="header" bg="sheet" borderBottomWidth="1px" borderColor="line" align="center" px="4.5" gap="4" minW="0">
        {header ?? (
          <Text as="h1" fontSize="20px" fontWeight="650">
            {title}
          </Text>
        )}
      </Flex>
      <Box minH="0" minW="0" overflow="auto">
        {children}
      </Box>
      {footer ? <Box minW="0">{footer}</Box> : <Box />}
      <CommandDialog
        open={dialog !== null}
        keysOnly={dialog === "keys"}
        commands={all}
        onClose={() => setDialog(null)}
      />
    </Grid>
  );
}

/** The job last opened, so that the rail leads back to it from the Bay. */
function useLastJob(current: AppFrameProps["current"]): string | null {
  const [path, setPath] = useState<string | null>(null);
  useEffect(() => {
    if (current === "job") sessionStorage.setItem(LAST_JOB, window.location.pathname);
    setPath(sessionStorage.getItem(LAST_JOB));
  }, [current]);
  return path;
}

interface RailItemProps {
  label: string;
  icon: ReactNode;
}

const railLook = {
  w: "60px",
  minH: "54px",
  rounded: "card",
  display: "flex",
  flexDirection: "column",
  alignItems: "center",
  justifyContent: "center",
  gap: "1",
  fontSize: "12px",
  _hover: { bg: "whiteAlpha.200" },
} as const;

function RailLink({ href, label, icon, active }: RailItemProps & { href: string; active: boolean }) {
  return (
    <Box asChild {...railLook} bg={active ? "whiteAlpha.300" : undefined}>
      <Link href={href} aria-current={active ? "page" : undefined}>
        {icon}
        {label}
      </Link>
    </Box>
  );
}

function RailButton({ label, icon, onClick }: RailItemProps & { onClick: () => void }) {
  return (
    <Box asChild {...railLook} cursor="pointer">
      <button type="button" onClick={onClick}>
        {icon}
        {label}
      </button>
    </Box>
  );
}

interface CommandDialogProps {
  open: boolean;
  keysOnly: boolean;
  commands: Shortcut[];
  onClose: () => void;
}

/** The list of keys, or the same list to search and run. */
function CommandDialog({ open, keysOnly, commands, onClose }: CommandDialogProps) {
  const [query, setQuery] = useState("");
  const shown = useMemo(
    () => commands.filter((command) => command.does.toLowerCase().includes(query.trim().toLowerCase())),
    [commands, query],
  );
  const run = (command: Shortcut | undefined) => {
    if (!command) return;
    onClose();
    setQuery("");
    command.run();
  };
  return (
    <Dialog.Root open={open} onOpenChange={(details) => !details.open && onClose()} size="sm">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink">
            <Dialog.Header pb="2">
              <Dialog.Title>{keysOnly ? "Keys" : "Commands"}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              {!keysOnly && (
                <Input
                  aria-label="Find a command"
                  placeholder="Type what you want to do"
                  value={query}
                  h="target"
                  bg="field"
                  borderColor="edge"
                  mb="2"
                  onChange={(event) => setQuery(event.target.value)}
                  onKeyDown={(event) => event.key === "Enter" && run(shown[0])}
                />
              )}
              {shown.length === 0 && <Text color="soft">No command has these words.</Text>}
              {shown.map((command) => (
                <Flex
                  asChild
                  key={command.key}
                  w="full"
                  justify="space-between"
                  align="center"
                  minH="40px"
                  px="2"
                  rounded="card"
                  cursor="pointer"
                  _hover={{ bg: "band" }}
                >
                  <button type="button" onClick={() => run(command)}>
                    <span>{command.does}</span>
                    <Kbd fontFamily="body">{command.key.toUpperCase()}</Kbd>
                  </button>
                </Flex>
              ))}
              {keysOnly && (
                <Text color="soft" fontSize="14px" mt="2" px="2">
                  Ctrl+K opens these as commands. Keys rest while you type in a field.
                </Text>
              )}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
