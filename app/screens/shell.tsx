import { useCallback, useEffect } from "react";
import { NavLink, useLocation, useNavigate } from "react-router";
import type { CommandTable } from "~/commands/command";
import { APP_COMMANDS, useCommands, useHint, useRegistry } from "~/commands/commands";
import type { FillMessages } from "~/messages/fills";
import { useMessages } from "~/messages/use-messages";
import { useArrivals } from "~/session/use-arrivals";
import { ChartLine, Ellipsis, Layers, Library, ListMusic, Puzzle, Search, Settings, Shuffle } from "~/ui/icons";
import { Unfold } from "~/ui/unfold";

const SCREENS = [
  { to: "/", name: "Shelf", icon: Library },
  { to: "/fills", name: "Fill", icon: Layers },
  { to: "/cells", name: "Cells", icon: ListMusic },
  { to: "/fit", name: "Fit", icon: Puzzle },
  { to: "/flow", name: "Flow", icon: Shuffle },
  { to: "/log", name: "Log", icon: ChartLine },
  { to: "/setup", name: "Setup", icon: Settings },
] as const;

interface ShellScene {
  readonly goTo: (address: string) => void;
  readonly makeFill: () => void;
}

const SHELL_COMMANDS: CommandTable<ShellScene> = [
  ...SCREENS.map(({ to, name }) => ({
    id: `go-${name.toLowerCase()}`,
    keys: [],
    name: `Go to ${name === "Fill" ? "the open fill" : name}`,
    group: "Go to",
    run: ({ goTo }: ShellScene) => goTo(to),
  })),
  { id: "new-fill", keys: [], name: "New fill", group: "Go to", run: ({ makeFill }) => makeFill() },
];

/** The frame of every screen: the name and the navigation. */
export function AppShell({ children }: { readonly children: React.ReactNode }) {
  const hint = useHint();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { go } = useMessages<FillMessages>("/fills");
  const { open, addSource } = useRegistry();
  const importFile = useCallback((file: File) => void navigate("/", { state: { file } }), [navigate]);
  useEffect(
    () =>
      addSource(async () => {
        const { listEverywhere } = await import("./everywhere");
        return listEverywhere({ goTo: (address) => void navigate(address), importFile });
      }),
    [addSource, navigate, importFile],
  );
  useArrivals({
    onFile: importFile,
    onLink: (fragment) => void navigate(`/open#${fragment}`),
  });
  useCommands(SHELL_COMMANDS, {
    goTo: (address) => void navigate(address),
    makeFill: () => go("create", {}),
  });
  return (
    <Frame
      more={<More key={pathname} />}
      extra={
        <button
          type="button"
          className="btn btn-sm btn-ghost font-normal ml-auto"
          title={hint(APP_COMMANDS, "palette")}
          aria-label="Find a command"
          onClick={() => open("palette")}
        >
          <Search size={16} aria-hidden /> <span className="hidden md:inline">Find a command</span>
        </button>
      }
    >
      {children}
    </Frame>
  );
}

/** The same if the app itself could not start. */
export function BareShell({ children }: { readonly children: React.ReactNode }) {
  return (
    <Frame
      extra={null}
      more={
        <NavLink to="/setup" className={FOOT_PLACE}>
          <Settings size={19} aria-hidden />
          Setup
        </NavLink>
      }
    >
      {children}
    </Frame>
  );
}

interface ShellFrameProps {
  /** At the end of the top bar. */
  readonly extra: React.ReactNode;
  /** The last entry of a phone's bottom bar. */
  readonly more: React.ReactNode;
  readonly children: React.ReactNode;
}

function Frame({ extra, more, children }: ShellFrameProps) {
  return (
    <div className="min-h-dvh flex flex-col">
      <a href="#content" className="sr-only focus:not-sr-only focus:absolute focus:p-2 focus:bg-base-100 z-50">
        Skip to the content
      </a>
      <header className="border-b border-base-300 bg-base-100 max-md:hidden print:hidden">
        <div className="flex flex-wrap items-center gap-x-2 px-5 py-0.5 min-h-12">
          <NavLink
            to="/"
            className="flex items-center gap-2 min-h-9 min-w-9 pointer-coarse:min-h-11 pointer-coarse:min-w-11 font-display font-bold text-lg mr-3 max-lg:mr-1 whitespace-nowrap"
          >
            <Mark />
            <span className="max-lg:sr-only">Dime Stack</span>
          </NavLink>
          <nav aria-label="Screens" className="flex flex-wrap gap-1 min-w-0">
            {SCREENS.map(({ to, name, icon: Icon }) => (
              <NavLink
                key={to}
                to={to}
                end={to === "/"}
                className={({ isActive }) =>
                  `flex items-center gap-1.5 px-2.5 h-9 pointer-coarse:h-11 shrink-0 rounded-field text-sm ${isActive ? "bg-base-300 font-semibold" : "hover:bg-base-200"}`
                }
              >
                <Icon size={16} aria-hidden />
                <span>{name}</span>
              </NavLink>
            ))}
          </nav>
          {extra}
        </div>
      </header>
      <div id="content" className="flex-1 flex flex-col">
        {children}
      </div>
      <nav
        aria-label="Screens"
        className="md:hidden print:hidden sticky bottom-0 z-20 h-14 short:h-11 grid grid-cols-6 border-t border-base-300 bg-base-100"
      >
        {AT_THE_FOOT.map(({ to, name, icon: Icon }) => (
          <NavLink
            key={to}
            to={to}
            end={to === "/"}
            className={({ isActive }) => `${FOOT_PLACE} ${isActive ? "font-semibold text-primary" : ""}`}
          >
            <Icon size={19} aria-hidden />
            {name}
          </NavLink>
        ))}
        {more}
      </nav>
    </div>
  );
}

/** A phone's bottom bar has room for five; the rest is under More. */
const AT_THE_FOOT = SCREENS.filter(({ to }) => to !== "/fit" && to !== "/setup");
const UNDER_MORE = SCREENS.filter((screen) => !AT_THE_FOOT.includes(screen));

const FOOT_PLACE =
  "flex flex-col short:flex-row short:gap-1.5 items-center justify-center gap-0.5 text-xs cursor-pointer";

/** Screens without their own entry in a phone's bottom bar. */
function More() {
  const { open } = useRegistry();
  return (
    <Unfold
      face={
        <>
          <Ellipsis size={19} aria-hidden />
          More
        </>
      }
      label="More"
      className={FOOT_PLACE}
      sheetClassName="flex flex-col gap-1 min-w-48"
    >
      {UNDER_MORE.map(({ to, name, icon: Icon }) => (
        <NavLink key={to} to={to} className="btn btn-ghost justify-start">
          <Icon size={17} aria-hidden /> {name}
        </NavLink>
      ))}
      <button type="button" className="btn btn-ghost justify-start" onClick={() => open("palette")}>
        <Search size={17} aria-hidden /> Find a command
      </button>
    </Unfold>
  );
}

/** A pile of three coins on a rail. */
function Mark() {
  return (
    <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden="true">
      <rect x="2" y="22" width="22" height="2" rx="1" fill="currentColor" />
      <rect x="5" y="15.5" width="16" height="5" rx="2.5" fill="currentColor" />
      <rect x="6" y="9.5" width="14" height="4" rx="2" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <rect x="4" y="2.5" width="16" height="5" rx="2.5" className="fill-primary" />
    </svg>
  );
}
