"use client";

import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { workshopInstruments } from "@/core/readings/derive/instruments";
import { systemUnits } from "@/core/units/figures";
import type { Workshop } from "@/session/follow-workshop";
import { checkServer, isDemoWorkshop } from "@/session/records/workshop";
import { Announcer } from "@/ui/announce";
import { ReadIn } from "@/ui/figures";
import { AccuracyOfShop } from "@/ui/instruments";
import { useOpenOverlay } from "@/ui/overlays";
import { LetterShortcuts } from "@/ui/shortcuts";
import { LanguageOfShop } from "@/ui/text";
import { FrameNoticesContext } from "@/views/frame/frame-notices";
import { WorkshopStrip } from "./workshop/workshop-strip";

const Palette = lazy(() => import("./overlays/palette").then(({ Palette }) => ({ default: Palette })));
const Notices = lazy(() => import("./notices"));
const Help = lazy(() => import("./overlays/help").then(({ Help }) => ({ default: Help })));

const notices = (
  <>
    <WorkshopStrip />
    <Suspense fallback={null}>
      <Notices />
    </Suspense>
  </>
);

const usual: Workshop = {
  units: systemUnits.kPa,
  accuracy: workshopInstruments,
  large: false,
  language: "british",
  letterShortcuts: true,
};

/** Workshop choices for every view, and the overlays: units, instruments, size; help and search. */
export function Shop({ children }: { children: ReactNode }) {
  const [{ units, accuracy, large, language, letterShortcuts }, setWorkshop] = useState(usual);
  const open = useOpenOverlay();
  useEffect(() => {
    let stop: (() => void) | "gone" | null = null;
    void checkServer();
    void import("@/session/follow-workshop").then(({ followWorkshop, keepCopies, keepSharing }) => {
      if (stop !== null) return;
      // A store that refuses says so in the view.
      if (isDemoWorkshop)
        void import("../session/fill-demo").then(({ fillDemoWorkshop }) => fillDemoWorkshop().catch(() => undefined));
      const ends = [followWorkshop(setWorkshop), keepCopies(), keepSharing()];
      stop = () => {
        for (const end of ends) end();
      };
    });
    return () => {
      if (typeof stop === "function") stop();
      stop = "gone";
    };
  }, []);
  useEffect(() => {
    document.documentElement.dataset.type = large ? "large" : "usual";
  }, [large]);
  useEffect(() => {
    document.documentElement.lang = language === "us" ? "en-US" : "en-GB";
  }, [language]);
  return (
    <ReadIn choice={units}>
      <AccuracyOfShop value={accuracy}>
        <LanguageOfShop value={language}>
          <LetterShortcuts value={letterShortcuts}>
            <FrameNoticesContext.Provider value={notices}>{children}</FrameNoticesContext.Provider>
          </LetterShortcuts>
          <Announcer />
          <Suspense fallback={null}>
            {open === "palette" && <Palette />}
            {open === "help" && <Help />}
          </Suspense>
        </LanguageOfShop>
      </AccuracyOfShop>
    </ReadIn>
  );
}
