/** How a screen asks an address for something. */

import { useCallback } from "react";
import { useFetcher } from "react-router";
import type { ActNotes, Contract, MessageFields, MessageName } from "./message";

export interface Messages<Of extends Contract> {
  readonly send: <Name extends MessageName<Of>>(message: Name, fields: MessageFields<Of, Name>) => void;
  /** Of the last message; undefined while one is on its way, and where the answer was another address. */
  readonly answer: Of["answer"] | undefined;
  readonly isBusy: boolean;
  /** Forgets the last answer. */
  readonly forget: () => void;
}

export function useMessages<Of extends Contract>(
  address: Of["address"],
  acts: ActNotes<Of> | null = null,
): Messages<Of> {
  const { submit, data, state, reset } = useFetcher<Of["answer"]>();
  const send = useCallback<Messages<Of>["send"]>(
    (message, fields) => {
      acts?.[message]?.(fields);
      const asked = JSON.stringify({ ...fields, message });
      void submit(asked, { method: "post", action: address, encType: "application/json" });
    },
    [submit, address, acts],
  );
  const isBusy = state !== "idle";
  return { send, answer: isBusy ? undefined : (data as Of["answer"] | undefined), isBusy, forget: reset };
}
