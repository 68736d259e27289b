'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import type { Role } from '../../core/access/roles';
import type { ActionResult } from '../shared/actionResult';
import { useSay } from '../shared/Say';
import { RolesField } from './RolesField';
import { FailureNote } from '../shared/FailureNote';
import { tryAgain } from '../shared/notDone';

/** Other roles for a colleague. They are signed out, so that nothing goes on with the old ones. */
export function RolesDialog({
  name,
  roles: before,
  close,
  save,
}: {
  name: string;
  roles: readonly Role[];
  close: () => void;
  save: (roles: Role[]) => Promise<ActionResult>;
}) {
  const [roles, setRoles] = useState<Role[]>([...before]);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, start] = useTransition();
  const say = useSay();
  const router = useRouter();
  const submit = () =>
    start(async () => {
      const result = await save(roles).catch(tryAgain);
      if (!result.ok) return setFailure(result.message);
      say(`${name} has other roles and is signed out`, true);
      router.refresh();
      close();
    });
  return (
    <Dialog open onClose={close} aria-labelledby="roles-of">
      <DialogTitle id="roles-of">Roles of {name}</DialogTitle>
      <DialogContent>
        <FailureNote text={failure} />
        <RolesField roles={roles} set={setRoles} />
        <p className="muted">They are signed out everywhere and sign in again with what they may do from now on.</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave them as they are</Button>
        <Button variant="contained" onClick={submit} disabled={isBusy || roles.length === 0}>
          Change roles
        </Button>
      </DialogActions>
    </Dialog>
  );
}
