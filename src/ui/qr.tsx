"use client";

import { useEffect, useState } from "react";

interface QrProps {
  text: string;
  /** Accessible name. */
  label: string;
  size?: number;
}

/** A code to be photographed: dark on white in every light, with the quiet edge it needs. */
export function Qr({ text, label, size = 132 }: QrProps) {
  const path = useQrPath(text);
  if (path === null) return <div style={{ width: size, height: size }} />;
  return (
    <svg
      viewBox={`0 0 ${path.size} ${path.size}`}
      width={size}
      height={size}
      style={{ flexShrink: 0 }}
      role="img"
      aria-label={label}
    >
      <rect width={path.size} height={path.size} fill="#fff" />
      <path d={path.d} fill="#000" shapeRendering="crispEdges" />
    </svg>
  );
}

/** Modules around the code that stay white. */
const QUIET = 3;

/** The dark modules of a code as one path, with how many modules it is wide; the encoder is fetched when one is first drawn. */
async function qrPath(text: string): Promise<{ d: string; size: number }> {
  const { default: qrcode } = await import("qrcode");
  const { modules } = qrcode.create(text, { errorCorrectionLevel: "M" });
  let d = "";
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) d += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
  return { d, size: modules.size + 2 * QUIET };
}

function useQrPath(text: string) {
  const [path, setPath] = useState<{ d: string; size: number } | null>(null);
  useEffect(() => {
    let newest = true;
    void qrPath(text).then((made) => newest && setPath(made));
    return () => {
      newest = false;
    };
  }, [text]);
  return path;
}
