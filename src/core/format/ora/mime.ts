/** What a layered picture says it is, in its first file (openraster.org). */
export const ORA_MIME = 'image/openraster';
