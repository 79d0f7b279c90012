/** Texts are compared as people read them: a space that does not break a line is a space. */
if (typeof HTMLElement !== "undefined") {
  let holder = HTMLElement.prototype as object | null;
  while (holder !== null && !Object.hasOwn(holder, "textContent")) holder = Object.getPrototypeOf(holder);
  const { get, set } = Object.getOwnPropertyDescriptor(holder ?? {}, "textContent") ?? {};
  if (holder !== null && get !== undefined && set !== undefined)
    Object.defineProperty(holder, "textContent", {
      configurable: true,
      get(this: Node) {
        return (get.call(this) as string | null)?.replaceAll("\u00a0", " ") ?? null;
      },
      set,
    });
}
