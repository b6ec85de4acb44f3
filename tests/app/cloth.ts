/** How large the cloth is on the page of these tests, px; every element is there and that large. */
export const CLOTH = { width: 900, height: 660 };
