/** The frame round one ink in a list: drawn when it is open. */
export const inkFrame = (open: boolean) => ({
  border: 1,
  borderColor: open ? 'primary.main' : 'transparent',
  borderRadius: 1,
  bgcolor: open ? 'background.paper' : 'transparent',
  px: 0.75,
  py: open ? 0.75 : 0,
});
