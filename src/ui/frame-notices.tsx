"use client";

import { createContext, type ReactNode, useContext } from "react";

/** What stands above the work in every view: it draws itself, and nothing while there is nothing to say. */
export const FrameNoticesContext = createContext<ReactNode>(null);

export const useFrameNotices = (): ReactNode => useContext(FrameNoticesContext);
