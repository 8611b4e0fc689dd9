import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import { useState } from 'react';
import { Link } from 'react-router';
import { Rows } from '../app/parts';
import { ActDialog } from './ActDialog';
import type { TeamSheet } from './api';
import { changeMembers, type Members } from './teamActs';

type Act = { title: string; confirm: string; members: Members };

export function TeamMembers({ team }: { team: TeamSheet }) {
  const [act, setAct] = useState<Act | null>(null);
  const unseen = team.unseen > 0 && (
    <Box sx={{ color: 'text.secondary', mt: 1 }}>
      {team.members.length > 0 && 'And '}
      {team.unseen === 1 ? 'one' : team.unseen} whom you may not view.
    </Box>
  );
  if (team.members.length === 0 && unseen) {
    return unseen;
  }
  if (team.members.length === 0) {
    return (
      <Box sx={{ color: 'text.secondary' }}>
        Nobody is in it yet. Add members, or give it a condition on people.
      </Box>
    );
  }
  return (
    <>
      <Rows aria-label={`Members of ${team.name}`}>
        <tbody>
          {team.members.map((one) => (
            <tr key={one.key} data-outside={one.external}>
              <td>
                <MuiLink
                  component={Link}
                  to={`/people/p/${encodeURIComponent(one.key)}`}
                  color="textPrimary"
                  underline="hover"
                  sx={{ fontWeight: 600 }}
                >
                  {one.name}
                </MuiLink>
                {one.lead && <span className="quiet">, leads it</span>}
                {one.status !== 'active' && (
                  <Box component="span" sx={{ color: 'warning.main' }}>
                    , {one.status}
                  </Box>
                )}
              </td>
              <td className="quiet">{one.email}</td>
              <td className="quiet">
                {one.matches ? (one.listed ? 'listed and by condition' : 'by condition') : ''}
              </td>
              <td style={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                {team.mayChange && !team.source && (
                  <Button
                    variant="text"
                    onClick={() =>
                      setAct(
                        one.lead
                          ? {
                              title: `${one.name} leads ${team.name} no longer`,
                              confirm: 'Take the lead away',
                              members: { follow: [one.key] },
                            }
                          : {
                              title: `${one.name} leads ${team.name}`,
                              confirm: 'Make lead',
                              members: { lead: [one.key] },
                            },
                      )
                    }
                  >
                    {one.lead ? 'No longer lead' : 'Make lead'}
                  </Button>
                )}
                {team.mayMembers && one.listed && (
                  <Button
                    variant="text"
                    aria-label={`Take out ${one.name}`}
                    onClick={() =>
                      setAct({
                        title: `Take ${one.name} out of ${team.name}`,
                        confirm: 'Take out',
                        members: { remove: [one.key] },
                      })
                    }
                  >
                    Take out
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {unseen}
      {act && (
        <ActDialog
          title={act.title}
          asked={JSON.stringify(act.members)}
          act={(how) => changeMembers(team.key, act.members, how)}
          confirm={act.confirm}
          onClose={() => setAct(null)}
        />
      )}
    </>
  );
}
