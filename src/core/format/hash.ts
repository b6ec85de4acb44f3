/** SHA-256 of bytes as 64 hex digits (FIPS 180-4, by the platform): the name an asset is kept under. */
export async function sha256Of(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const hash = await crypto.subtle.digest('SHA-256', bytes);
  return [...new Uint8Array(hash)].map((b) => b.toString(16).padStart(2, '0')).join('');
}
