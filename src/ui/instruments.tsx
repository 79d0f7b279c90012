"use client";

import { createContext, useContext } from "react";
import { type InstrumentAccuracy, workshopInstruments } from "@/core/readings/derive/instruments";

/** What this shop's instruments are good for; a usual workshop's where nothing is known of them. */
export const AccuracyOfShop = createContext<InstrumentAccuracy>(workshopInstruments);

export const useAccuracy = (): InstrumentAccuracy => useContext(AccuracyOfShop);
