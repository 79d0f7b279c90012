import { type RefObject, useLayoutEffect, useRef } from "react";

/** A reference to the newest value, for effects and handlers that must not run again when it changes. */
export function useNewestRef<Value>(value: Value): RefObject<Value> {
  const newest = useRef(value);
  useLayoutEffect(() => {
    newest.current = value;
  });
  return newest;
}
