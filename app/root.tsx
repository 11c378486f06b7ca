import { useContext, useEffect } from "react";
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from "react-router";
import type { Route } from "./+types/root";
import "./app.css";
import { currentBook } from "./data/current";
import { DEFAULT_PREFERENCES, loadPreferences } from "./data/preferences";
import { PageContext } from "./ui/page-context";
import { AppShell } from "./ui/shell";
import { Trouble } from "./ui/trouble";

export const meta: Route.MetaFunction = () => [
  { title: "Dime Stack" },
  { name: "description", content: "A practice-room workbench for drum fills and solo licks." },
];

/** Preferences are the player's own and live in the browser; without a database the defaults serve. */
export async function clientLoader() {
  try {
    return { preferences: await loadPreferences(await currentBook()) };
  } catch (error) {
    console.error(error);
    return { preferences: DEFAULT_PREFERENCES };
  }
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
