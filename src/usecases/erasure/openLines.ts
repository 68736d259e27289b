import type { PlanLine } from '../../core/erasure/types';
import { planLines, type PlanRow } from '../../db/erasure/plans';
import type { RequestRow } from '../../db/requests/requests';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { lineReasons } from './sealed';

/** The lines of a plan as they were worked out, reasons opened. */
export async function openLines(
  ctx: Context,
  h: Handle,
  row: Pick<PlanRow, 'id'>,
  request: RequestRow,
): Promise<PlanLine[]> {
  const vault = vaultOf(ctx, h);
  const lines: PlanLine[] = [];
  for (const line of await planLines(h, row.id)) {
    lines.push({
      record: `${line.system_id}/${line.collection}/${line.record_key}`,
      system: line.system_id,
      collection: line.collection,
      key: line.record_key,
      action: line.action,
      doer: line.doer,
      rule: line.rule,
      keepUntil: line.keep_until,
      law: line.law,
      clearFirst: line.clear_first,
      releasedBy: line.released_by,
      together: line.together,
      restrict: line.restrict,
      reasons: (await lineReasons.open(vault, request.data_key_id, line.reasons_sealed, row.id, line.position)) ?? [],
    });
  }
  return lines;
}
