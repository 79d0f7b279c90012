"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import {
  BookText,
  CarFront,
  CircleQuestionMark,
  FlaskConical,
  GraduationCap,
  MoonStar,
  Ruler,
  Search,
  SlidersHorizontal,
  SquareStack,
  Sun,
  Wrench,
} from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTheme } from "next-themes";
import { type ReactNode, useEffect, useState } from "react";
import { commonText } from "@/words/screens/common";
import { appFrameText } from "@/words/screens/ui";
import { Mark } from "../../ui/mark";
import { useUpdateWaits } from "../../ui/offline";
import { openHelp, openPalette, useOffers } from "../../ui/overlays";
import { type Shortcut, useShortcuts } from "../../ui/shortcuts";
import { Text } from "../../ui/text";
import { useFrameNotices } from "./frame-notices";

export type View = "bay" | "job" | "vehicles" | "ledger" | "desk" | "bench" | "drill" | "settings";

interface AppFrameProps {
  current: View;
  /** Plain title, when there is no header of the view's own. */
  title?: string;
  header?: ReactNode;
  footer?: ReactNode;
  commands?: Shortcut[];
  /** Entry of the glossary that help opens at here. */
  about?: string | null;
  children: ReactNode;
}

const LAST_JOB = "evrid.last-job";

/** The frame every view stands in: rail, top, work, and the live strip when instruments run. */
export function AppFrame({ current, title, header, footer, commands = [], about = null, children }: AppFrameProps) {
  const router = useRouter();
  const { resolvedTheme, setTheme } = useTheme();
  // The server cannot know the colour mode; the first drawing must match its own.
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const dark = mounted && resolvedTheme === "dark";
  const lastJob = useLastJob(current);
  const updateWaits = useUpdateWaits();
  const notices = useFrameNotices();

  const own: Shortcut[] = [
    { key: "b", does: commonText.bay, run: () => router.push("/") },
    { key: "v", does: commonText.vehicles, run: () => router.push("/vehicles") },
    { key: "w", does: commonText.bench, run: () => router.push("/bench") },
    { key: "d", does: commonText.drill, run: () => router.push("/drill") },
    { key: "e", does: commonText.ledger, run: () => router.push("/ledger") },
    { key: "p", does: commonText.pTDesk, run: () => router.push("/desk") },
    { key: ",", does: commonText.settings, run: () => router.push("/settings") },
    { key: "l", does: appFrameText.lightOrDark, run: () => setTheme(dark ? "light" : "dark") },
  ];
  const all = [...commands, ...own];
  useShortcuts([
    ...all,
    { key: "?", does: appFrameText.help, run: () => openHelp() },
    { key: "ctrl+k", does: appFrameText.search, run: openPalette },
  ]);
  useOffers(all, about);

  return (
    <Grid
      data-frame
      h="calc(100dvh / var(--evrid-scale, 1))"
      templateColumns="68px minmax(0, 1fr)"
      templateRows="56px minmax(0, 1fr) auto"
      bg="ground"
    >
      <Flex
        as="nav"
        aria-label={appFrameText.views}
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
        <RailLink href="/" label={commonText.bay} active={current === "bay"} icon={<SquareStack size={21} />} />
        {lastJob && (
          <RailLink href={lastJob} label={commonText.job} active={current === "job"} icon={<Wrench size={21} />} />
        )}
        <RailLink
          href="/vehicles"
          label={commonText.vehicles}
          active={current === "vehicles"}
          icon={<CarFront size={21} />}
        />
        <RailLink
          href="/bench"
          label={commonText.bench}
          active={current === "bench"}
          icon={<FlaskConical size={21} />}
        />
        <RailLink
          href="/drill"
          label={commonText.drill}
          active={current === "drill"}
          icon={<GraduationCap size={21} />}
        />
        <RailLink
          href="/ledger"
          label={commonText.ledger}
          active={current === "ledger"}
          icon={<BookText size={21} />}
        />
        <RailLink href="/desk" label="P-T" active={current === "desk"} icon={<Ruler size={21} />} />
        <Box mt="auto" />
        {updateWaits && (
          <Text fontSize="11px" textAlign="center" px="1" pb="2" role="status">
            {appFrameText.updateAtNextStart}
          </Text>
        )}
        <RailLink
          href="/settings"
          label={commonText.settings}
          active={current === "settings"}
          icon={<SlidersHorizontal size={21} />}
        />
        <RailButton label={appFrameText.search} icon={<Search size={21} />} onClick={openPalette} />
        <RailButton label={appFrameText.help} icon={<CircleQuestionMark size={21} />} onClick={() => openHelp()} />
        <RailButton
          label={dark ? appFrameText.light : appFrameText.dark}
          icon={dark ? <Sun size={21} /> : <MoonStar size={21} />}
          onClick={() => setTheme(dark ? "light" : "dark")}
        />
      </Flex>
      <Flex as="header" bg="sheet" borderBottomWidth="1px" borderColor="line" align="center" px="4.5" gap="4" minW="0">
        {header ?? (
          <Text as="h1" kind="value">
            {title}
          </Text>
        )}
      </Flex>
      <Flex minH="0" minW="0" direction="column">
        {notices}
        <Box flex="1" minH="0" minW="0" overflow="auto">
          {children}
        </Box>
      </Flex>
      {footer ? <Box minW="0">{footer}</Box> : <Box />}
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
