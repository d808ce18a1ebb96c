/** An answer that is ready as it is, text or bytes, and is not made into JSON once more. */
export class Ready {
  constructor(readonly body: string | Uint8Array | null) {}
}
