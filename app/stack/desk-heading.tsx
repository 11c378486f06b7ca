import { Link } from "react-router";
import { useContent } from "./context";

interface DeskHeadingProps {
  readonly fillId: string;
  /** Where else the fill may be looked at. */
  readonly screens: readonly ("Stack" | "Floor")[];
  /** Saving, undo, export, keys. */
  readonly children: React.ReactNode;
}

/** The name of the fill, the ways to its other screens, and its tools. */
export function DeskHeading({ fillId, screens, children }: DeskHeadingProps) {
  const { name } = useContent();
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <p className="font-display font-semibold text-2xl truncate min-w-0 max-w-full">{name || "Untitled"}</p>
      {screens.map((screen) => (
        <Link key={screen} to={`/${screen.toLowerCase()}/${fillId}`} className="text-sm underline">
          on the {screen}
        </Link>
      ))}
      <div className="ml-auto flex flex-wrap items-center gap-2">{children}</div>
    </div>
  );
}
