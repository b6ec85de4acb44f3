/**
 * What a browser leaves out on a page that comes over plain http from another machine. Random ids are the same there as anywhere
 * (RFC 9562, version 4).
 */
if (typeof crypto !== 'undefined' && !crypto.randomUUID) {
  crypto.randomUUID = () => {
    const b = crypto.getRandomValues(new Uint8Array(16));
    b[6] = ((b[6] ?? 0) & 0x0f) | 0x40;
    b[8] = ((b[8] ?? 0) & 0x3f) | 0x80;
    const hex = [...b].map((v) => v.toString(16).padStart(2, '0')).join('');
    const part = (from: number, to: number) => hex.slice(from, to);
    return `${part(0, 8)}-${part(8, 12)}-${part(12, 16)}-${part(16, 20)}-${part(20, 32)}`;
  };
}
