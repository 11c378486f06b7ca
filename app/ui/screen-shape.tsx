import { Shape } from "./shape";

interface ScreenShapeProps {
  /** "Opening the shelf…": the status for screen readers. */
  readonly words: string;
  /** The screen's heading, if it has one. */
  readonly title?: string;
  /** The classes of the screen's main part, so that the shapes match its layout. */
  readonly className: string;
  /** The classes of each part. */
  readonly parts: readonly string[];
}

/** A placeholder for a screen until its data has been read. */
export function ScreenShape({ words, title, className, parts }: ScreenShapeProps) {
  return (
    <main aria-busy="true" className={className}>
      <h1 className="sr-only">{words}</h1>
      {title ? (
        <p aria-hidden="true" className="font-display font-bold text-3xl leading-tight mb-4 col-span-full">
          {title}
        </p>
      ) : null}
      {parts.map((part, nth) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no identity
        <Shape key={nth} className={part} />
      ))}
    </main>
  );
}
