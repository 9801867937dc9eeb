import { createStore, del, get, set, update } from "idb-keyval";
import type { Schemas } from "../../api/client";
import type { Kept } from "../../api/outbox";

/** What a phone carries: the collection’s facts, and what was noted and waits to be told. */
export type Pack = Schemas["ShopPack"];
export type Note = Schemas["ShopNote"];
type Sealed = { iv: Uint8Array<ArrayBuffer>; bytes: ArrayBuffer };

const store = createStore("molvet-shop", "carried");

/** Whether this browser can keep anything sealed: on https, or on the machine itself. */
export const canCarry = () => !!globalThis.crypto?.subtle && typeof indexedDB !== "undefined";

/** A key that cannot be read out of the browser. */
async function key() {
  const kept = await get<CryptoKey>("key", store);
  if (kept) return kept;
  const made = await crypto.subtle.generateKey({ name: "AES-GCM", length: 256 }, false, [
    "encrypt",
    "decrypt",
  ]);
  // Whatever else was being sealed in this moment, here or in another tab, may have been first: its key stays.
  await update<CryptoKey>("key", (old) => old ?? made, store);
  return (await get<CryptoKey>("key", store)) ?? made;
}

async function seal(name: string, value: unknown) {
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const bytes = await crypto.subtle.encrypt(
    { name: "AES-GCM", iv },
    await key(),
    new TextEncoder().encode(JSON.stringify(value)),
  );
  await set(name, { iv, bytes } satisfies Sealed, store);
}

async function unseal<T>(name: string): Promise<T | null> {
  const kept = await get<Sealed>(name, store);
  if (!kept) return null;
  try {
    const plain = await crypto.subtle.decrypt({ name: "AES-GCM", iv: kept.iv }, await key(), kept.bytes);
    return JSON.parse(new TextDecoder().decode(plain)) as T;
  } catch {
    // Sealed by a key that is gone: as good as not there.
    return null;
  }
}

/** @throws when the browser has no room left */
export const keepPack = (pack: Pack, email: string) => seal("pack", { pack, email });

/** What is carried for this collector; another’s is never shown. */
export async function carriedPack(email: string): Promise<Pack | null> {
  const kept = await unseal<{ pack: Pack; email: string }>("pack");
  return kept && kept.email === email ? kept.pack : null;
}

/** Notes belong to who wrote them: whoever signs in here next neither sees nor sends them. */
export const keepNotes = (email: string, notes: Kept<Note>[]) => seal(`notes of ${email}`, notes);
export const keptNotes = async (email: string) => (await unseal<Kept<Note>[]>(`notes of ${email}`)) ?? [];

/** Of an account that is gone not even notes stay. */
export async function forgetNotes(email: string) {
  if (typeof indexedDB !== "undefined") await del(`notes of ${email}`, store);
}

/** Who signs out leaves no collection behind; notes that were not told yet wait, sealed, until they sign in again. */
export async function forgetShop() {
  if (typeof indexedDB !== "undefined") await del("pack", store);
}
