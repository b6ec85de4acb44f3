/** SHA-256 of bytes as 64 hex digits (FIPS 180-4): the name an asset is kept under. */
export async function sha256Of(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  // The platform has none on a page over plain http.
  const hash = crypto.subtle
    ? new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
    : (await import('@noble/hashes/sha2')).sha256(bytes);
  return [...hash].map((b) => b.toString(16).padStart(2, '0')).join('');
}
