/** Reads MusicXML (partwise), plain or compressed, as parts with notes. Fetches nothing and refuses entities. */

import { XMLParser } from "fast-xml-parser";
import type { Level, Technique } from "~/core/stroke";
import { barTicks, type Meter, makeMeter, TICKS_PER_QUARTER } from "~/core/time";
import { lastBarLine, orderMeters } from "./midi-read";
import { XML_LINE } from "./musicxml";
import { type Instrument, placeAt, readInstruments } from "./musicxml-instruments";
import { giveLimbs, type Lettered } from "./musicxml-sticking";
import { unpackMusicXml } from "./mxl";
import {
  type FileMeter,
  type FileNote,
  type FilePart,
  type LeftOut,
  MAX_FILE_NOTES,
  MAX_FILE_TICKS,
  MAX_NOTES_BYTES,
  type NotesReading,
  refuse,
} from "./notes-file";
import { scanXml } from "./xml-scan";
import { all, attribute, childrenOf, find, type Node, nameOf, numberOf, textOf } from "./xml-tree";

/** Maximum nesting of elements; a score needs at most ten. */
const MAX_NESTING = 40;

/** Reads a file's bytes, compressed or plain. Never throws. */
export function readMusicXml(bytes: Uint8Array): NotesReading {
  if (bytes.length > MAX_NOTES_BYTES) return refuse({ kind: "too-large", most: MAX_NOTES_BYTES });
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const unpacked = unpackMusicXml(bytes);
    if (unpacked.ok) return readScore(unpacked.score);
    if (unpacked.kind === "too-large") return refuse({ kind: "too-large", most: MAX_NOTES_BYTES });
    return refuse({ kind: unpacked.kind === "no-score" ? "no-score-inside" : "archive" });
  }
  return readScore(decode(bytes));
}

/** UTF-8, UTF-16 by byte order mark, or the file's declared encoding. */
function decode(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  const head = new TextDecoder("latin1").decode(bytes.subarray(0, 200));
  const said = /encoding\s*=\s*["']([A-Za-z0-9._-]{1,40})["']/.exec(head)?.[1] ?? "utf-8";
  try {
    return new TextDecoder(said).decode(bytes);
  } catch {
    return new TextDecoder().decode(bytes);
  }
}

/** Reads a score's text. Never throws. */
export function readScore(text: string): NotesReading {
  const scan = scanXml(text);
  if (!scan.ok) return refuse({ kind: scan.kind });
  let root: readonly Node[];
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      processEntities: { enabled: true, maxTotalExpansions: 100_000 },
      parseTagValue: false,
      parseAttributeValue: false,
      maxNestedTags: MAX_NESTING,
    });
    root = parser.parse(scan.text) as readonly Node[];
  } catch {
    return refuse({ kind: "cut" });
  }
  if (find(root, "score-timewise")) return refuse({ kind: "timewise" });
  const score = find(root, "score-partwise");
  if (!score) return refuse({ kind: root.some((node) => nameOf(node) !== "?xml") ? "not-a-score" : "not-xml" });
  try {
    return readParts(childrenOf(score));
  } catch {
    return refuse({ kind: "cut" });
  }
}

function readParts(score: readonly Node[]): NotesReading {
  const title = textOf(find(childrenOf(find(score, "work")), "work-title")) || textOf(find(score, "movement-title"));
  const identification = childrenOf(find(score, "identification"));
  const fields = all(childrenOf(find(identification, "miscellaneous")), "miscellaneous-field");
  const line = textOf(fields.find((field) => attribute(field, "name") === XML_LINE)) || null;
  const list = new Map(
    all(childrenOf(find(score, "part-list")), "score-part").map((part) => [
      attribute(part, "id") ?? "",
      childrenOf(part),
    ]),
  );
  const shared: Shared = { meters: [], tempo: null, tempoChanges: 0, end: 0, left: new Map(), many: 0 };
  const parts: FilePart[] = [];
  for (const part of all(score, "part")) {
    const id = attribute(part, "id") ?? "";
    const head = list.get(id) ?? [];
    const read = readPart(childrenOf(part), readInstruments(head), shared);
    if (shared.many > MAX_FILE_NOTES) return refuse({ kind: "too-large", most: MAX_NOTES_BYTES });
    if (read.notes.length > 0) parts.push({ id, name: textOf(find(head, "part-name")) || id, ...read });
  }
  const leftOut = [...shared.left].map(([what, count]): LeftOut => ({ what, count }));
  if (parts.length === 0) return refuse({ kind: shared.left.has("pitched") ? "pitched" : "no-notes" });
  if (!(shared.end <= MAX_FILE_TICKS)) return refuse({ kind: "too-long" });
  const meters = orderMeters(shared.meters);
  return {
    ok: true,
    file: {
      title,
      parts,
      tempo: shared.tempo,
      tempoChanges: shared.tempoChanges,
      meters,
      end: lastBarLine(meters, shared.end),
      isExact: true,
      line,
      leftOut,
    },
  };
}

interface Shared {
  readonly meters: FileMeter[];
  tempo: number | null;
  tempoChanges: number;
  end: number;
  readonly left: Map<LeftOut["what"], number>;
  many: number;
}

function leave(shared: Shared, what: LeftOut["what"]) {
  shared.left.set(what, (shared.left.get(what) ?? 0) + 1);
}

function readPart(measures: readonly Node[], instruments: ReadonlyMap<string, Instrument>, shared: Shared) {
  const notes: FileNote[] = [];
  let divisions = 1;
  let start = 0;
  let meter: Meter = { beats: 4, unit: 4 };
  let graces = 0;
  let isDrums = false;
  const ticksOf = (node: Node | undefined) => Math.max(0, ((numberOf(node) ?? 0) * TICKS_PER_QUARTER) / divisions);
  for (const measure of all(measures, "measure")) {
    let [now, last, longest] = [start, start, start];
    for (const node of childrenOf(measure)) {
      const inside = childrenOf(node);
      switch (nameOf(node)) {
        case "attributes": {
          const divided = numberOf(find(inside, "divisions"));
          if (divided !== null && divided > 0) divisions = divided;
          const time = childrenOf(find(inside, "time"));
          const next = makeMeter(numberOf(find(time, "beats")) ?? 0, numberOf(find(time, "beat-type")) ?? 0);
          if (next) {
            meter = next;
            shared.meters.push({ at: start, meter });
          } else if (time.length > 0) leave(shared, "meter");
          if (textOf(find(childrenOf(find(inside, "clef")), "sign")) === "percussion") isDrums = true;
          break;
        }
        case "direction":
        case "sound": {
          const sound = nameOf(node) === "sound" ? node : find(inside, "sound");
          const tempo = Number(attribute(sound, "tempo"));
          if (!(tempo > 0)) break;
          if (shared.tempo === null) shared.tempo = tempo;
          else if (Math.abs(tempo - shared.tempo) > 0.01) shared.tempoChanges++;
          break;
        }
        case "backup":
          now = Math.max(start, now - ticksOf(find(inside, "duration")));
          break;
        case "forward":
          now += ticksOf(find(inside, "duration"));
          break;
        case "barline":
          if (find(inside, "repeat")) leave(shared, "repeats");
          break;
        case "note": {
          const isGrace = find(inside, "grace") !== undefined;
          const isChord = find(inside, "chord") !== undefined;
          const length = isGrace ? 0 : ticksOf(find(inside, "duration"));
          const at = isChord ? last : now;
          if (!isChord) {
            last = now;
            now += length;
          }
          longest = Math.max(longest, now);
          if (find(inside, "rest")) break;
          if (find(inside, "pitch")) {
            leave(shared, "pitched");
            break;
          }
          // A tied note isn't struck again.
          if (all(inside, "tie").some((tie) => attribute(tie, "type") === "stop")) break;
          if (isGrace) {
            graces = Math.min(3, graces + 1);
            break;
          }
          shared.many++;
          isDrums = true;
          notes.push(readNote(inside, at, isChord ? 0 : (graces as FileNote["graces"]), instruments));
          if (!isChord) graces = 0;
          break;
        }
        default:
          break;
      }
    }
    const bar = barTicks(meter);
    // A pick-up bar is as long as its notes; all others follow their meter.
    start += longest > start ? Math.min(bar, longest - start) : bar;
    shared.end = Math.max(shared.end, start);
  }
  return { isDrums, notes: giveLimbs(notes) };
}

function readNote(
  inside: readonly Node[],
  at: number,
  graces: FileNote["graces"],
  instruments: ReadonlyMap<string, Instrument>,
): Lettered {
  const unpitched = childrenOf(find(inside, "unpitched"));
  const position = `${textOf(find(unpitched, "display-step")).toLowerCase()}/${textOf(find(unpitched, "display-octave"))}`;
  const instrument = instruments.get(attribute(find(inside, "instrument"), "id") ?? "");
  const head = find(inside, "notehead");
  const isCross = /^(x|circle-x|cross|diamond)$/.test(textOf(head));
  const byPosition = placeAt(position);
  const place = instrument ? instrument.place : isCross && byPosition === "sn" ? "cs" : byPosition;
  const notations = all(inside, "notations").flatMap(childrenOf);
  const signs = (name: string) => childrenOf(find(notations, name));
  const isAccent = ["accent", "strong-accent"].some((name) => find(signs("articulations"), name));
  const isGhost = attribute(head, "parentheses") === "yes";
  const letters = all(inside, "lyric").map((lyric) => textOf(find(childrenOf(lyric), "text")));
  const fingering = textOf(find(signs("technical"), "fingering"));
  const sticking = [...letters, fingering].find((text) => /^[RLKHrlkh]{1,4}$/.test(text)) ?? "";
  return {
    at: Math.round(at),
    key: instrument?.name ?? position,
    place,
    level: levelOf(isAccent, isGhost || /^[rlkh]+$/.test(sticking)),
    technique: techniqueOf(textOf(head), signs("ornaments"), signs("articulations")),
    graces,
    limb: null,
    ...(sticking ? { letters: sticking } : {}),
  };
}

function levelOf(isAccent: boolean, isGhost: boolean): Level {
  return isAccent ? "accent" : isGhost ? "ghost" : "normal";
}

function techniqueOf(head: string, ornaments: readonly Node[], articulations: readonly Node[]): Technique {
  if (head === "slashed" || head === "slash") return "rim-shot";
  if (attribute(find(ornaments, "tremolo"), "type") === "unmeasured") return "buzz";
  return /choke/i.test(textOf(find(articulations, "other-articulation"))) ? "choke" : "plain";
}
