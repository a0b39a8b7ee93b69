/** What is opened at a place of the figure closes with Escape, and when the focus leaves it. */
export const closing = (close: () => void) => ({
  onKeyDown: (event: React.KeyboardEvent) => {
    if (event.key === 'Escape') {
      event.stopPropagation();
      close();
    }
  },
  onBlur: (event: React.FocusEvent) => {
    if (!event.currentTarget.contains(event.relatedTarget)) close();
  },
});
