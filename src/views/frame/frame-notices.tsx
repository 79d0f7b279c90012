"use client";

import { createContext, type ReactNode, useContext } from "react";

/** Notices above the work of every view; the node draws nothing while there is nothing to say. */
export const FrameNoticesContext = createContext<ReactNode>(null);

export const useFrameNotices = (): ReactNode => useContext(FrameNoticesContext);
