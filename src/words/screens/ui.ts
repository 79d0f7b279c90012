/** Texts of the shared controls. */

export const appFrameText = {
  lightOrDark: "Light or dark",
  help: "Help",
  search: "Search",
  views: "Views",
  menu: "Menu",
  skipToWork: "Skip to content",
  updateAtNextStart: "Update at next start",
  light: "Light",
  dark: "Dark",
} as const;

export const noticeText = {
  caution: "Caution",
} as const;

export const openingText = {
  opening: (title: string) => `Opening ${title}`,
} as const;

export const choiceText = {
  isMissing: (label: string) => `${label} is missing.`,
} as const;

export const recordTextText = {
  recordAsText: "Record as text",
} as const;

export const setAsideText = {
  unreadableSetAside: (name: string) => `${name}: unreadable, set aside`,
  saveAsFile2: (name: string) => `Save ${name} as file`,
  hideText: "Hide text",
  showAsText: "Show as text",
  saveAsFileAndRemove: (name: string) => `Save ${name} as file and remove it`,
  remove: (name: string) => `Remove ${name}`,
  saveAndRemove: "Save and remove",
} as const;

export const storeFailureText = {
  theBrowsersStorageDoesNot: "The browser's storage does not respond",
  theBrowsersStorageCannotBe: "The browser's storage cannot be opened",
  anotherTabMayBlockIt: "Another tab may block it. Close other Evrid tabs and try again. Stored records are unchanged.",
  reasonPossibleCausesPrivateWindow: (reason: string) =>
    `Reason: ${reason}. Possible causes: private window, full disk, browser setting. Stored records are unchanged.`,
  tryAgain: "Try again",
} as const;

export const textFieldText = {
  isMissing: (label: string) => `${label} is missing.`,
} as const;

export const numberFieldText = {
  unitOf: (label: string) => `Unit of ${label}`,
  unitOfTheEntry: (label: string) => `Unit of the ${label} entry`,
} as const;

export const gaugeOrAbsoluteText = { gauge: "gauge", absolute: "absolute" } as const;
