"use client";

import { createContext, useContext } from "react";
import { type InstrumentAccuracy, workshopInstruments } from "@/core/readings/derive/instruments";

/** Accuracy of this shop's instruments; that of a usual workshop where unknown. */
export const AccuracyOfShop = createContext<InstrumentAccuracy>(workshopInstruments);

export const useAccuracy = (): InstrumentAccuracy => useContext(AccuracyOfShop);
