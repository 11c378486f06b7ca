import display from "@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2?url";
import sans from "@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2?url";
import line from "@fontsource-variable/martian-mono/files/martian-mono-latin-wght-normal.woff2?url";
import { lazy, useContext, useEffect, useMemo } from "react";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
} from "react-router";
import { CommandsProvider } from "~/commands/commands";
import { keepPresses } from "~/first-press/keep";
import { currentBook } from "~/library/current";
import type { KitRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { FIRST_FILLS, hasBook, KNOW_RETURNING } from "~/library/fill/first";
import { DEFAULT_PREFERENCES } from "~/library/preferences";
import type { FirstFill } from "~/screens/fill/preview";
import { AppShell, BareShell } from "~/screens/shell";
import { Notice } from "~/session/notice";
import { PlayerProvider, type ShippedKit, usePlayer } from "~/session/player";
import { PreferencesProvider, usePreferences } from "~/session/preferences";
import { SessionProvider, useSession, useSound } from "~/session/session";
import { soundSetupOf } from "~/session/sound-setup";
import type { Route } from "./+types/root";
import "./app.css";
import { loadGrooves, loadKits } from "./content";
import { loadFirstFill, servedBook } from "./content/demo-book";
import { type StorageTrouble, troubleOf } from "./data/trouble";
import { useAnotherTry } from "./ui/opening-trouble";
import { PageContext } from "./ui/page-context";
import { Trouble } from "./ui/trouble";
import { AfterHydration } from "./views/after-hydration";
import { describeOpening, describeStorageTrouble } from "./words/saving";

const BackgroundTasks = lazy(() => import("~/session/background-tasks"));

export const meta: Route.MetaFunction = () => [
  { title: "Dime Stack" },
  { name: "description", content: "A practice-room workbench for drum fills and solo licks." },
];

/** Fonts are requested immediately, not when the first word needs them. */
export const links: Route.LinksFunction = () =>
  [display, sans, line].map((href) => ({
    rel: "preload",
    as: "font",
    type: "font/woff2",
    href,
    crossOrigin: "anonymous",
  }));

/** The page comes with shipped kits and default preferences. */
export function loader({ request }: Route.LoaderArgs) {
  return {
    kits: loadKits() as ShippedKit[],
    ...NOTHING_OWN,
    /** For a newcomer's first address: the fill that the page shows until the browser has opened the book. */
    first: isNewcomer(request) ? firstFill(request) : null,
    /** Whether the browser's book has been read. */
    isRead: false,
  };
}

const NOTHING_OWN = {
  preferences: DEFAULT_PREFERENCES,
  own: [] as KitRow[],
  binned: [] as KitRow[],
  trouble: null as StorageTrouble | null,
  /** The error behind the trouble. */
  error: null as unknown,
};

function isNewcomer(request: Request): boolean {
  const name = servedBook();
  return new URL(request.url).pathname === addressOf(FIRST_FILLS[name], "stack") && !hasBook(request, name);
}

function firstFill(request: Request): FirstFill {
  const content = loadFirstFill(servedBook());
  return {
    content,
    grooves: loadGrooves().filter(({ id }) => id === content.groove),
    isPhone: request.headers.get("sec-ch-ua-mobile") === "?1",
  };
}

type Shipped = Route.ClientLoaderArgs["serverLoader"] extends () => Promise<infer Data> ? Data : never;
let shipped: Promise<Shipped> | null = null;

/**
 * Preferences and own kits are stored in the browser; without a database, the defaults apply. Shipped kits are
 * requested once per page.
 */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  shipped ??= serverLoader();
  shipped.catch(() => {
    shipped = null;
  });
  const own = readBook().catch((error: unknown) => {
    console.error(error);
    return { ...NOTHING_OWN, trouble: troubleOf(error), error };
  });
  const [{ kits }, loaded] = await Promise.all([shipped, own]);
  return { ...loaded, kits, first: null, isRead: true };
}

/** The code that reads the book comes after the first picture, together with the database. */
async function readBook() {
  const [{ loadOwn }] = await Promise.all([import("~/library/own"), currentBook()]);
  return { ...(await loadOwn()), trouble: null, error: null };
}
clientLoader.hydrate = true as const;

export function Layout({ children }: { children: React.ReactNode }) {
  const facts = useContext(PageContext);
  const inBrowser = typeof document !== "undefined";
  useEffect(() => {
    const kept = window.keptPresses;
    if (!kept) return;
    kept.isHydrated = true;
    import("~/first-press/carry-out").then(({ carryOutPresses }) => carryOutPresses(kept)).catch(kept.stop);
  }, []);
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
        <script nonce={facts?.nonce} suppressHydrationWarning>
          {import.meta.env.SSR ? `${PAINT_THEME};${KNOW_RETURNING};(${keepPresses})()` : ""}
        </script>
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={facts?.nonce} />
        <Scripts nonce={facts?.nonce} />
      </body>
    </html>
  );
}

export default function App({ loaderData }: Route.ComponentProps) {
  const { preferences, kits: shipped, own, binned, trouble, error } = loaderData;
  useAnotherTry(error);
  const kits = useMemo(() => ({ shipped, own, binned }), [shipped, own, binned]);
  return (
    <PreferencesProvider stored={preferences}>
      <SessionProvider>
        <PlayerProvider kits={kits}>
          <SetUp />
          <Commands>
            <AppShell>
              <AfterHydration>
                <BackgroundTasks />
              </AfterHydration>
              {trouble ? (
                <p role="alert" className="alert alert-error alert-soft mx-4 my-2 print:hidden">
                  {describeStorageTrouble(trouble)}
                </p>
              ) : null}
              <Outlet />
            </AppShell>
            <Notice />
          </Commands>
        </PlayerProvider>
      </SessionProvider>
    </PreferencesProvider>
  );
}

/** The commands, with the player's choice of letter keys. */
function Commands({ children }: { readonly children: React.ReactNode }) {
  const [{ letterKeys, ownKeys }, change] = usePreferences();
  const { lights } = useSession();
  const allowsLetters = () =>
    letterKeys === "always" || (letterKeys === "chosen" && lights.store.getState().cursor !== null);
  return (
    <CommandsProvider allowsLetters={allowsLetters} ownKeys={ownKeys} onOwnKeys={(keys) => change({ ownKeys: keys })}>
      {children}
    </CommandsProvider>
  );
}

const THEME_KEY = "dime-stack:theme";
/** Applies the chosen theme before anything is drawn. */
const PAINT_THEME = `try{var t=localStorage.getItem("${THEME_KEY}");if(t)document.documentElement.dataset.theme=t}catch{}`;

/** Applies preferences outside the page's own tree: the document's theme, and the sound's volume and kit. */
function SetUp() {
  const [preferences] = usePreferences();
  const { theme, volume } = preferences;
  const player = usePlayer();
  const sound = useSound();
  const isRead = useRouteLoaderData<typeof clientLoader>("root")?.isRead === true;
  useEffect(() => {
    if (!isRead) return;
    if (theme === "system") delete document.documentElement.dataset.theme;
    else document.documentElement.dataset.theme = theme;
    try {
      if (theme === "system") localStorage.removeItem(THEME_KEY);
      else localStorage.setItem(THEME_KEY, theme);
    } catch {
      // Then the page first appears in the system's theme.
    }
  }, [theme, isRead]);
  useEffect(
    () => sound.set({ volume, setup: soundSetupOf(preferences, player) }),
    [sound, volume, preferences, player],
  );
  return null;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const missing = isRouteErrorResponse(error) && error.status === 404;
  const trouble = troubleOf(error);
  useAnotherTry(error);
  return (
    <BareShell>
      <Trouble
        title={missing ? "There is nothing at this address" : "Something went wrong"}
        what={missing ? "The page may have moved, or the address is mistyped." : describeOpening(error, trouble)}
        detail={!missing && trouble === "other" && error instanceof Error ? error.message : undefined}
      />
    </BareShell>
  );
}
