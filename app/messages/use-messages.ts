/** How a screen sends messages to an address. */

import { useMemo } from "react";
import { type SubmitFunction, useFetcher, useSubmit } from "react-router";
import type { ActNotes, Contract, MessageFields, MessageName } from "./message";

export interface Messages<Of extends Contract> {
  readonly send: <Name extends MessageName<Of>>(message: Name, fields: MessageFields<Of, Name>) => void;
  /** For messages answered with another address: the app goes there even if this screen closes meanwhile. */
  readonly go: Messages<Of>["send"];
  /** The last message's answer; undefined while one is pending, and if the answer was another address. */
  readonly answer: Of["answer"] | undefined;
  readonly isBusy: boolean;
}

export function useMessages<Of extends Contract>(
  address: Of["address"],
  acts: ActNotes<Of> | null = null,
): Messages<Of> {
  const { submit, data, state } = useFetcher<Of["answer"]>();
  const navigate = useSubmit();
  const send = useMemo(() => makeSend<Of>(submit, address, acts), [submit, address, acts]);
  const go = useMemo(() => makeSend<Of>(navigate, address, acts), [navigate, address, acts]);
  const isBusy = state !== "idle";
  return { send, go, answer: isBusy ? undefined : (data as Of["answer"] | undefined), isBusy };
}

function makeSend<Of extends Contract>(
  post: SubmitFunction,
  address: Of["address"],
  acts: ActNotes<Of> | null,
): Messages<Of>["send"] {
  return (message, fields) => {
    acts?.[message]?.(fields);
    const asked = JSON.stringify({ ...fields, message });
    void post(asked, { method: "post", action: address, encType: "application/json" });
  };
}
