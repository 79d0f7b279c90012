/** The icon as the pictures that devices ask for when Evrid is installed: `npm run icons` draws public/icon-*.png from src/app/icon.svg. */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { Browser } from "../tests/browser/browser";

const svg = readFileSync(path.resolve("src/app/icon.svg"), "utf8");
/** A device may cut a maskable one to a circle: what matters stays within the inner four fifths. */
const wanted = [
  { file: "icon-192.png", px: 192, inset: 0 },
  { file: "icon-512.png", px: 512, inset: 0 },
  { file: "icon-maskable-512.png", px: 512, inset: 0.14 },
];

/** A PNG in the container that browsers know as .ico: a header, one entry, the picture. */
function icoOf(png: Buffer, px: number): Buffer {
  const head = Buffer.alloc(22);
  head.writeUInt16LE(1, 2);
  head.writeUInt16LE(1, 4);
  head.writeUInt8(px, 6);
  head.writeUInt8(px, 7);
  head.writeUInt16LE(1, 10);
  head.writeUInt16LE(32, 12);
  head.writeUInt32LE(png.length, 14);
  head.writeUInt32LE(head.length, 18);
  return Buffer.concat([head, png]);
}

const browser = await Browser.start();
try {
  for (const { file, px, inset } of wanted) {
    const data: string = await browser.driver.executeAsyncScript(
      `const [svg, px, inset, done] = arguments;
       const image = new Image();
       image.onload = () => {
         const canvas = document.createElement("canvas");
         canvas.width = canvas.height = px;
         const paper = canvas.getContext("2d");
         paper.fillStyle = "#1c2326";
         if (inset > 0) paper.fillRect(0, 0, px, px);
         paper.drawImage(image, px * inset, px * inset, px * (1 - 2 * inset), px * (1 - 2 * inset));
         done(canvas.toDataURL("image/png"));
       };
       image.src = "data:image/svg+xml;base64," + btoa(svg);`,
      svg,
      px,
      inset,
    );
    const png = Buffer.from(data.split(",")[1]!, "base64");
    writeFileSync(path.resolve("public", file), png);
    // Browsers ask for this name where a page does not yet name its icon.
    if (px === 192) writeFileSync(path.resolve("public/favicon.ico"), icoOf(png, px));
  }
} finally {
  await browser.quit();
}
