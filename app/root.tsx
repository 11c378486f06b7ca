import { lazy, Suspense, useContext, useEffect, useMemo } from "react";
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from "react-router";
import { CommandsProvider } from "~/commands/commands";
import { currentBook } from "~/library/current";
import { DEFAULT_PREFERENCES, loadPreferences } from "~/library/preferences";
import { AppShell, BareShell } from "~/screens/shell";
import { Notice } from "~/session/notice";
import { PlayerProvider, type ShippedKit, usePlayer } from "~/session/player";
import { PreferencesProvider, usePreferences } from "~/session/preferences";
import { SessionProvider, useSound } from "~/session/session";
import type { Route } from "./+types/root";
import "./app.css";
import { loadKits } from "./content";
import { flushSaves } from "./data/autosave";
import { listBin, listRows } from "./data/rows";
import { troubleOf } from "./data/trouble";
import { PageContext } from "./ui/page-context";
import { Trouble } from "./ui/trouble";
import { wordOpening, wordStorageTrouble } from "./words/saving";

const Caretaker = lazy(() => import("~/session/caretaker"));

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
    return { preferences: DEFAULT_PREFERENCES, own: [], binned: [], trouble: troubleOf(error) };
  });
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
  return { preferences, own, binned, trouble: null };
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
        <link rel="manifest" href="/manifest.webmanifest" />
        <meta name="theme-color" content="#f4f1ea" />
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
  const { preferences, kits: shipped, own, binned, trouble } = loaderData;
  const kits = useMemo(() => ({ shipped, own, binned }), [shipped, own, binned]);
  return (
    <PreferencesProvider stored={preferences}>
      <SessionProvider>
        <PlayerProvider kits={kits}>
          <SetUp />
          <CommandsProvider>
            <AppShell>
              <Suspense>
                <Caretaker />
              </Suspense>
              {trouble ? (
                <p role="alert" className="alert alert-error alert-soft mx-4 my-2 print:hidden">
                  {wordStorageTrouble(trouble)}
                </p>
              ) : null}
              <Outlet />
            </AppShell>
            <Notice />
          </CommandsProvider>
        </PlayerProvider>
      </SessionProvider>
    </PreferencesProvider>
  );
}

/** What follows from the preferences outside the page's own tree: the document's theme, and the sound's volume and kit. */
function SetUp() {
  const [{ theme, volume }] = usePreferences();
  const { kit } = usePlayer();
  const sound = useSound();
  useEffect(() => {
    if (theme === "system") delete document.documentElement.dataset.theme;
    else document.documentElement.dataset.theme = theme;
  }, [theme]);
  useEffect(() => sound.set({ volume, kit }), [sound, volume, kit]);
  return null;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const missing = isRouteErrorResponse(error) && error.status === 404;
  const trouble = troubleOf(error);
  return (
    <BareShell>
      <Trouble
        title={missing ? "There is nothing at this address" : "Dime Stack can't go on here"}
        what={missing ? "The page may have moved, or the address is mistyped." : wordOpening(error, trouble)}
        detail={!missing && trouble === "other" && error instanceof Error ? error.message : undefined}
      />
    </BareShell>
  );
}
