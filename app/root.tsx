import { useContext, useEffect } from "react";
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from "react-router";
import type { Route } from "./+types/root";
import "./app.css";
import { loadKits } from "./content";
import { flushSaves } from "./data/autosave";
import { currentBook } from "./data/current";
import { DEFAULT_PREFERENCES, loadPreferences } from "./data/preferences";
import { listBin, listRows } from "./data/rows";
import { PageContext } from "./ui/page-context";
import { chooseKit, limitsOfPlayer, type ShippedKit, setRig } from "./ui/rig";
import { AppShell } from "./ui/shell";
import { Trouble } from "./ui/trouble";

export const meta: Route.MetaFunction = () => [
  { title: "Dime Stack" },
  { name: "description", content: "A practice-room workbench for drum fills and solo licks." },
];

/** Kits that ship come with the page. */
export function loader() {
  return { kits: loadKits() };
}

let shipped: Promise<{ kits: ShippedKit[] }> | null = null;

/**
 * Preferences and own kits are the player's and live in the browser; without a database the defaults serve. What ships
 * is asked for once a page.
 */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  shipped ??= serverLoader();
  shipped.catch(() => {
    shipped = null;
  });
  const { kits } = await shipped;
  const loaded = await loadOwn().catch((error: unknown) => {
    console.error(error);
    return { preferences: DEFAULT_PREFERENCES, own: [], binned: [] };
  });
  // Before any screen is drawn: what it works out, it works out for this kit.
  setRig(chooseKit(loaded.preferences, kits, loaded.own), limitsOfPlayer(loaded.preferences));
  return { ...loaded, kits };
}

async function loadOwn() {
  // A kit that is being changed is on its way to the database.
  await flushSaves();
  const book = await currentBook();
  const [preferences, own, binned] = await Promise.all([
    loadPreferences(book),
    listRows(book.kits),
    listBin(book.kits),
  ]);
  return { preferences, own, binned };
}
clientLoader.hydrate = true as const;

export function Layout({ children }: { children: React.ReactNode }) {
  const facts = useContext(PageContext);
  const inBrowser = typeof document !== "undefined";
  const book = facts?.book ?? (inBrowser ? document.documentElement.dataset.book : "own");
  return (
    <html lang="en" data-book={book} suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/icon.svg" type="image/svg+xml" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={facts?.nonce} />
        <Scripts nonce={facts?.nonce} />
      </body>
    </html>
  );
}

export function HydrateFallback() {
  return (
    <div className="min-h-dvh grid place-items-center">
      <p className="font-display text-2xl quiet">Dime Stack</p>
    </div>
  );
}

export default function App({ loaderData }: Route.ComponentProps) {
  const { theme } = loaderData.preferences;
  useEffect(() => {
    if (theme === "system") delete document.documentElement.dataset.theme;
    else document.documentElement.dataset.theme = theme;
  }, [theme]);
  return (
    <AppShell>
      <Outlet />
    </AppShell>
  );
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <AppShell>
      <Trouble
        title={missing ? "There is nothing at this address" : "Something broke here"}
        what={
          missing
            ? "The page may have been renamed, or the address is mistyped."
            : "Your fills are safe in this browser. What you typed last was written down as you typed."
        }
        detail={error instanceof Error ? error.message : undefined}
      />
    </AppShell>
  );
}
