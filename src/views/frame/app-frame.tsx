"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { Menu } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTheme } from "next-themes";
import { type ReactNode, useEffect, useState } from "react";
import { BenchButton } from "@/ui/buttons";
import { Mark } from "@/ui/mark";
import { openHelp, openPalette, useOffers } from "@/ui/overlays";
import { type Shortcut, useShortcuts } from "@/ui/shortcuts";
import { useUpdateWaits } from "@/ui/states/offline";
import { Text, useSay } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { appFrameText } from "@/words/screens/ui";
import { useFrameNotices } from "./frame-notices";
import { usePageTitle } from "./page-title";

export type View = "bay" | "job" | "vehicles" | "ledger" | "track-record" | "desk" | "bench" | "drill" | "settings";

interface AppFrameProps {
  current: View;
  /** Plain title, when there is no header of the view's own. */
  title?: string;
  /** Name of the page for the window, paper and assistive technology; the title where it is not given. */
  page?: string;
  header?: ReactNode;
  footer?: ReactNode;
  commands?: Shortcut[];
  /** Entry of the glossary that help opens at here. */
  about?: string | null;
  children: ReactNode;
}

const LAST_JOB = "evrid.last-job";
const WORK = "work";

const views: readonly { view: Exclude<View, "job" | "settings">; href: string; label: string; key: string }[] = [
  { view: "bay", href: "/", label: commonText.bay, key: "b" },
  { view: "vehicles", href: "/vehicles", label: commonText.vehicles, key: "v" },
  { view: "bench", href: "/bench", label: commonText.bench, key: "w" },
  { view: "drill", href: "/drill", label: commonText.drill, key: "d" },
  { view: "ledger", href: "/ledger", label: commonText.ledger, key: "e" },
  { view: "track-record", href: "/track-record", label: commonText.trackRecord, key: "o" },
  { view: "desk", href: "/desk", label: commonText.pTDesk, key: "p" },
];

const nameOf = (current: View) =>
  current === "settings"
    ? commonText.settings
    : current === "job"
      ? commonText.job
      : views.find(({ view }) => view === current)!.label;

/** The frame every view stands in: views, title, work, and the live strip when instruments run. */
export function AppFrame(props: AppFrameProps) {
  const {
    current,
    title,
    page = title ?? nameOf(current),
    header,
    footer,
    commands = [],
    about = null,
    children,
  } = props;
  const router = useRouter();
  const { resolvedTheme, setTheme } = useTheme();
  // The server cannot know the colour mode; the first drawing must match its own.
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const dark = mounted && resolvedTheme === "dark";
  const lightOrDark = () => setTheme(dark ? "light" : "dark");
  const notices = useFrameNotices();
  const [menuOpen, setMenuOpen] = useState(false);
  usePageTitle(page);
  // A job scrolls in parts.
  const ownScrolls = current === "job";

  const own: Shortcut[] = [
    ...views.map(({ href, label, key }) => ({ key, does: label, run: () => router.push(href) })),
    { key: ",", does: commonText.settings, run: () => router.push("/settings") },
    { key: "l", does: appFrameText.lightOrDark, run: lightOrDark },
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
      h="100dvh"
      templateColumns={{ base: "minmax(0, 1fr)", md: "auto minmax(0, 1fr)" }}
      templateRows="auto auto minmax(0, 1fr) auto"
      bg="ground"
    >
      <SkipLink />
      <Views current={current} dark={dark} onTheme={lightOrDark} open={menuOpen} onClose={() => setMenuOpen(false)} />
      <FrameHeader ownScrolls={ownScrolls} menuOpen={menuOpen} onMenu={() => setMenuOpen(!menuOpen)}>
        {header ?? (
          <Text as="h1" kind="value">
            {title}
          </Text>
        )}
      </FrameHeader>
      <Flex gridColumn={{ md: "2" }} gridRow="3" minH="0" minW="0" direction="column">
        {notices}
        <Box
          id={WORK}
          data-work
          tabIndex={-1}
          flex="1"
          minH="0"
          minW="0"
          overflow="auto"
          scrollbarGutter={ownScrolls ? undefined : "stable"}
        >
          {children}
        </Box>
      </Flex>
      {footer ? (
        <Box gridColumn={{ md: "2" }} gridRow="4" minW="0">
          {footer}
        </Box>
      ) : null}
    </Grid>
  );
}

interface FrameHeaderProps {
  ownScrolls: boolean;
  menuOpen: boolean;
  onMenu: () => void;
  children: ReactNode;
}

function FrameHeader({ ownScrolls, menuOpen, onMenu, children }: FrameHeaderProps) {
  return (
    <Flex
      as="header"
      gridColumn={{ md: "2" }}
      gridRow="2"
      bg="sheet"
      align="center"
      ps="4"
      // As far from the edge as the work beside its scrollbar.
      pe={ownScrolls ? "4" : "26px"}
      py={{ base: "1", md: "0" }}
      minH="56px"
      gap="4"
      rowGap="0"
      wrap={{ base: "wrap", md: "nowrap" }}
      minW="0"
    >
      <BenchButton kind="plain" display={{ md: "none" }} px="2" aria-expanded={menuOpen} onClick={onMenu}>
        <Menu size={22} aria-hidden />
        {appFrameText.menu}
      </BenchButton>
      {children}
    </Flex>
  );
}

/** First stop of the keyboard: past the views, to the work. */
function SkipLink() {
  const say = useSay();
  return (
    <Box
      asChild
      position="absolute"
      left="2"
      top="-100px"
      zIndex="20"
      px="4"
      py="3"
      bg="act"
      color="onAct"
      rounded="card"
      _focusVisible={{ top: "2" }}
      className="not-printed"
    >
      <a
        href={`#${WORK}`}
        onClick={(event) => {
          event.preventDefault();
          const work = document.querySelector<HTMLElement>("main") ?? document.getElementById(WORK);
          if (work === null) return;
          if (!work.hasAttribute("tabindex")) work.tabIndex = -1;
          work.focus();
        }}
      >
        {say(appFrameText.skipToWork)}
      </a>
    </Box>
  );
}

interface ViewsProps {
  current: View;
  dark: boolean;
  onTheme: () => void;
  /** On a narrow screen the list lies over the work. */
  open: boolean;
  onClose: () => void;
}

/** The views by name, beside the work; below a narrow screen's Menu. */
function Views({ current, dark, onTheme, open, onClose }: ViewsProps) {
  const lastJob = useLastJob(current);
  const updateWaits = useUpdateWaits();
  return (
    <Flex
      as="nav"
      aria-label={appFrameText.views}
      gridRow={{ md: "2 / 5" }}
      gridColumn="1"
      display={{ base: open ? "flex" : "none", md: "flex" }}
      position={{ base: "fixed", md: "static" }}
      insetY="0"
      left="0"
      zIndex={{ base: 10, md: "auto" }}
      w={{ base: "220px", md: "calc(88px * var(--evrid-scale, 1))" }}
      direction="column"
      gap="0.5"
      py="3"
      overflowY="auto"
      bg={{ base: "sheet", md: "ground" }}
      boxShadow={{ base: "0 0 0 200vw rgb(0 0 0 / 0.45)", md: "none" }}
      onClick={onClose}
      onKeyDown={(event) => event.key === "Escape" && onClose()}
    >
      <Box mb="3" px="3">
        <Mark />
      </Box>
      {views.map(({ view, href, label }) => (
        <ViewLink key={view} href={href} label={label} active={current === view} />
      ))}
      {lastJob && <ViewLink href={lastJob} label={commonText.job} active={current === "job"} />}
      <Box mt="auto" />
      {updateWaits && (
        <Text kind="small" px="3" pb="2" role="status">
          {appFrameText.updateAtNextStart}
        </Text>
      )}
      <ViewLink href="/settings" label={commonText.settings} active={current === "settings"} />
      <ViewButton label={appFrameText.search} onClick={openPalette} />
      <ViewButton label={appFrameText.help} onClick={() => openHelp()} />
      <ViewButton label={dark ? appFrameText.light : appFrameText.dark} onClick={onTheme} />
    </Flex>
  );
}

/** The job last opened, so that the views lead back to it from the Bay. */
function useLastJob(current: AppFrameProps["current"]): string | null {
  const [path, setPath] = useState<string | null>(null);
  useEffect(() => {
    if (current === "job") sessionStorage.setItem(LAST_JOB, window.location.pathname);
    setPath(sessionStorage.getItem(LAST_JOB));
  }, [current]);
  return path;
}

const look = {
  minH: "44px",
  px: "3",
  display: "flex",
  alignItems: "center",
  fontSize: "sm",
  textAlign: "left",
  borderLeftWidth: "4px",
  borderColor: "transparent",
  _hover: { bg: "band" },
} as const;

function ViewLink({ href, label, active }: { href: string; label: string; active: boolean }) {
  return (
    <Box asChild {...look} {...(active && { bg: "picked", borderColor: "ink", fontWeight: "semibold" })}>
      <Link href={href} aria-current={active ? "page" : undefined}>
        {label}
      </Link>
    </Box>
  );
}

function ViewButton({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <Box asChild {...look} color="soft" cursor="pointer">
      <button type="button" onClick={onClick}>
        {label}
      </button>
    </Box>
  );
}
