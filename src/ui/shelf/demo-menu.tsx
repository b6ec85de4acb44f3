'use client';

import Button from '@mui/material/Button';
import ListItemText from '@mui/material/ListItemText';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { demos } from '@/session/shelf';

/** The demo bolts, to lay out on the shelf; one that is there already is left as it is. */
export default function DemoMenu({ there, onLay }: { there: string[]; onLay: (id: string) => void }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button variant="outlined" onClick={(e) => setAt(e.currentTarget)} aria-haspopup="menu">
        Demo bolts
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {demos.map((d) => {
          const out = there.includes(d.id);
          return (
            <MenuItem
              key={d.id}
              disabled={out}
              onClick={() => {
                setAt(null);
                onLay(d.id);
              }}
            >
              <ListItemText primary={d.name} secondary={out ? 'on the shelf' : d.summary} />
            </MenuItem>
          );
        })}
      </Menu>
    </>
  );
}
