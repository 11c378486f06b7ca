/** An address with a fill or a lesson in the part after #, which stays in the browser. */
import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { troubleOf } from "~/data/trouble";
import { currentBook } from "~/library/current";
import { addressOf } from "~/library/fill/address";
import { readShare, type ShareReading } from "~/library/share";
import { OpenScreen } from "~/screens/open/screen";
import { describeStorageTrouble } from "~/words/saving";
import type { Route } from "./+types/open";

export const meta: Route.MetaFunction = () => [{ title: "Shared · Dime Stack" }];

export default function Open() {
  const navigate = useNavigate();
  // Loaders don't receive that part of the address.
  const { hash } = useLocation();
  const [read, setRead] = useState<ShareReading | null>(null);
  const [isKeeping, setKeeping] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let isOver = false;
    void readShare(hash, Date.now()).then((next) => {
      if (!isOver) setRead(next);
    });
    return () => {
      isOver = true;
    };
  }, [hash]);
  if (!read) return <p className="p-6 quiet">Reading the link…</p>;
  const keep = async () => {
    if (!read.ok) return;
    setKeeping(true);
    try {
      const [{ importShared }, book] = await Promise.all([import("~/library/transfer"), currentBook()]);
      const id = await importShared(book, read.key, read.contents);
      navigate(read.key === "lessons" ? `/lessons/${id}` : addressOf(id, "stack"));
    } catch (error) {
      console.error(error);
      setTrouble(`${describeStorageTrouble(troubleOf(error))} Nothing was kept.`);
      setKeeping(false);
    }
  };
  return <OpenScreen read={read} onKeep={() => void keep()} isKeeping={isKeeping} trouble={trouble} />;
}
