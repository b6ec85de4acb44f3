'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Component, type ReactNode } from 'react';

type Props = {
  /** What it holds, as the beginning of a sentence: "This tray". */
  what: string;
  children: ReactNode;
  onAgain?: () => void;
};

/** Where a part of the page fails the rest stays; it can be tried again. */
export default class Boundary extends Component<Props, { failed: unknown }> {
  override state: { failed: unknown } = { failed: null };

  static getDerivedStateFromError = (failed: unknown) => ({ failed });

  again = () => {
    this.props.onAgain?.();
    this.setState({ failed: null });
  };

  override render() {
    const { failed } = this.state;
    if (failed === null) return this.props.children;
    return (
      <Box role="alert" sx={{ p: 2, display: 'grid', gap: 1, justifyItems: 'start' }}>
        <Typography variant="h3">{this.props.what} could not be shown.</Typography>
        <Typography variant="body2">
          Your work is as it was, and kept. Try again; if it does not come, load the page anew.
        </Typography>
        <Button variant="outlined" onClick={this.again}>
          Try again
        </Button>
        <Box component="details" sx={{ fontSize: 12, color: 'text.secondary' }}>
          <summary>What was said</summary>
          {failed instanceof Error ? failed.message : String(failed)}
        </Box>
      </Box>
    );
  }
}
