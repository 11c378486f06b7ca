/** The part of the other engraver that the test uses. */
declare module "verovio/wasm" {
  export default function createVerovioModule(): Promise<unknown>;
}
declare module "verovio/esm" {
  export class VerovioToolkit {
    constructor(module: unknown);
    setOptions(options: Readonly<Record<string, unknown>>): void;
    loadData(data: string): number;
    getPageCount(): number;
    getLog(): string;
    getElementAttr(id: string): Readonly<Record<string, string>>;
    renderToSVG(page: number): string;
    renderToTimemap(options?: Readonly<Record<string, unknown>>): readonly {
      readonly qstamp: number;
      readonly on?: readonly string[];
      readonly off?: readonly string[];
    }[];
  }
}
