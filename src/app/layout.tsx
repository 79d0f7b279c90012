import type { Metadata, Viewport } from "next";
import "@fontsource-variable/atkinson-hyperlegible-next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { Provider } from "@/ui/provider";
import { Offline } from "@/ui/states/offline";
import { Shop } from "@/views/shop";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = {
  title: { default: "Evrid", template: "%s · Evrid" },
  description: commonText.description,
};

export const viewport: Viewport = { themeColor: "#1c2326" };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce");
  return (
    <html lang="en-GB" data-server={process.env.EVRID_DEMO === "1" ? "demo" : "shop"} suppressHydrationWarning>
      <body>
        <Provider nonce={nonce}>
          <Shop>{children}</Shop>
        </Provider>
        <Offline />
      </body>
    </html>
  );
}
