/** One pass over the text of an XML file before parsing, in linear time. */

/** Maximum length of a tag with its attributes. A score's have a few hundred characters. */
const MAX_TAG = 8_192;

export type XmlScan =
  /** The text without its document type, which only names the standard's. */
  { readonly ok: true; readonly text: string } | { readonly ok: false; readonly kind: "not-xml" | "cut" | "entities" };

const BLANK = /[\s\uFEFF]/;

/** Whether it could be XML, without anything that defines entities or keeps a parser busy for long. */
export function scanXml(text: string): XmlScan {
  let open = 0;
  while (open < text.length && BLANK.test(text.charAt(open))) open++;
  if (text[open] !== "<") return { ok: false, kind: "not-xml" };
  let type: { readonly from: number; readonly to: number } | null = null;
  while (open >= 0) {
    let close: number;
    if (text.startsWith("<!--", open)) close = endOf(text, "-->", open + 4);
    else if (text.startsWith("<![CDATA[", open)) close = endOf(text, "]]>", open + 9);
    else if (text.startsWith("<?", open)) close = endOf(text, "?>", open + 2);
    else if (text.startsWith("<!", open)) {
      // A document type with an internal subset could define entities.
      close = endOf(text, ">", open);
      if (close < 0) return { ok: false, kind: "cut" };
      const declaration = text.slice(open, close);
      if (declaration.includes("[") || !/^<!DOCTYPE/i.test(declaration)) return { ok: false, kind: "entities" };
      if (type) return { ok: false, kind: "cut" };
      type = { from: open, to: close };
    } else close = endOfTag(text, open);
    if (close < 0) return { ok: false, kind: "cut" };
    open = text.indexOf("<", close);
  }
  return { ok: true, text: type ? text.slice(0, type.from) + text.slice(type.to) : text };
}

/** The position after `end`; -1 if it isn't there. */
function endOf(text: string, end: string, from: number): number {
  const at = text.indexOf(end, from);
  return at < 0 ? -1 : at + end.length;
}

/** The position after a tag; a quoted value may contain its end. -1 if the tag is too long or never ends. */
function endOfTag(text: string, open: number): number {
  const most = Math.min(text.length, open + MAX_TAG);
  let quote = "";
  for (let at = open + 1; at < most; at++) {
    const sign = text.charAt(at);
    if (quote) {
      if (sign === quote) quote = "";
    } else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === ">") return at + 1;
  }
  return -1;
}
