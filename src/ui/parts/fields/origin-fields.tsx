'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { PERMISSIONS, type Permission } from '@/core';
import type { Origin } from '@/session/intake';

export const PERMISSION_SAYS: Record<Permission, string> = {
  mine: 'mine: I made it',
  bought: 'bought, commercial use allowed',
  public: 'public domain',
  ask: 'ask: not answered yet',
};

/** Where art comes from, and whether it may be used. */
export default function OriginFields({
  origin,
  onChange,
}: {
  origin: Origin;
  onChange: (origin: Origin) => void;
}) {
  return (
    <>
      <TextField
        select
        label="Permission"
        value={origin.permission}
        onChange={(e) => onChange({ ...origin, permission: e.target.value as Permission })}
      >
        {PERMISSIONS.map((p) => (
          <MenuItem key={p} value={p}>
            {PERMISSION_SAYS[p]}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="Source"
        placeholder="Sketchbook, page 12"
        value={origin.source}
        onChange={(e) => onChange({ ...origin, source: e.target.value.slice(0, 200) })}
      />
    </>
  );
}
