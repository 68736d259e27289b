import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sayDay } from '../../core/shared/days';
import type { RecipientView } from '../../core/carryOut/views';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';

interface Props {
  request: RequestView;
  recipients: readonly RecipientView[];
  tell(told: { recipient: string; how: string; wasTold: boolean }): ReturnType<RequestActs['tellRecipient']>;
}

/** Whoever had received the records is told of what was changed (GDPR art. 19), one by one, and how is noted. */
export function Recipients({ request, recipients, tell }: Props) {
  const [how, setHow] = useState<Record<string, string>>({});
  const text = (recipient: string) => how[recipient] ?? '';
  return (
    <ListTable>
      <thead>
        <tr>
          <th>had received it from us</th>
          <th>told</th>
        </tr>
      </thead>
      <tbody>
        {recipients.map(({ recipient, how: said, wasTold, toldOn }) => (
          <tr key={recipient}>
            <td>{recipient}</td>
            <td>
              {said !== null ? (
                <>
                  {wasTold ? '✓' : '▲ not told:'} {said}
                  {toldOn ? `, ${sayDay(toldOn)}` : ''}
                </>
              ) : request.mayWork ? (
                <div className="row">
                  <TextField
                    id={`told-${recipient}`}
                    size="small"
                    label="How they were told, or why that cannot be done"
                    value={text(recipient)}
                    onChange={(event) => setHow({ ...how, [recipient]: event.target.value })}
                    sx={{ flex: 1, minWidth: 280 }}
                    slotProps={{ htmlInput: { maxLength: 300 } }}
                  />
                  <ActButton
                    act={() => tell({ recipient, how: text(recipient), wasTold: true })}
                    disabled={text(recipient).trim().length < 3}
                    done={`${recipient}: told`}
                  >
                    They were told
                  </ActButton>
                  <ActButton
                    act={() => tell({ recipient, how: text(recipient), wasTold: false })}
                    disabled={text(recipient).trim().length < 3}
                    done={`${recipient}: noted`}
                  >
                    It cannot be done
                  </ActButton>
                </div>
              ) : (
                <span className="ochre">▲ not yet</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </ListTable>
  );
}
