import { Shape } from "./shape";

interface ScreenShapeProps {
  /** "Opening the shelf…": what is going on, for those who don't see shapes. */
  readonly words: string;
  /** The heading that the screen shows, where it shows one. */
  readonly title?: string;
  /** The classes of the screen's own main part, so that shapes stand where its parts will. */
  readonly className: string;
  /** The classes of each part. */
  readonly parts: readonly string[];
}

/** A screen until what it shows has been read: the shape of what is about to stand there. */
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
