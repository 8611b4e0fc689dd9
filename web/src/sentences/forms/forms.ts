import type { ReactNode } from 'react';
import type { Bench } from '../../bench/api';
import type { PartShown, Written } from '../api';
import { nameOf } from '../slots';
import { AccountFilterForm } from './AccountFilterForm';
import { AssignmentForm } from './AssignmentForm';
import { DelegationForm } from './DelegationForm';
import { DirectShareForm } from './DirectShareForm';
import { CLAIMS, ExpectationForm, sameTarget, targets } from './ExpectationForm';
import { FieldFilterForm } from './FieldFilterForm';
import { SeatPoolForm } from './SeatPoolForm';
import { SharingRuleForm } from './SharingRuleForm';
import { type Audience, type FormProps, some, text, typeOf } from './shared';

/** The form of each kind, by its list. */
export const FORMS: Record<string, (props: FormProps) => ReactNode> = {
  assignments: AssignmentForm,
  sharingRules: SharingRuleForm,
  directShares: DirectShareForm,
  accountFilters: AccountFilterForm,
  fieldFilters: FieldFilterForm,
  delegations: DelegationForm,
  expectations: ExpectationForm,
  seatPools: SeatPoolForm,
};

/** What an element is called unless somebody says otherwise: "Voyages for Delta Dispatch". */
export function calledSo(list: string, element: Written, bench: Bench, names: PartShown[]): string {
  const whom = ((element.audience ?? element.subject ?? {}) as Audience).of ?? [];
  const who = whom[0] ? nameOf(whom[0], names) : 'somebody';
  const of = typeOf(bench, text(element, 'recordType'));
  const type = of?.plural;
  switch (list) {
    case 'sharingRules':
      return `${type} for ${who}`;
    case 'fieldFilters': {
      const fields = of?.fields.filter((one) => some(element, 'fields').includes(one.key)) ?? [];
      const what = fields.length === 1 ? fields[0]?.label : 'Fields';
      return `${what} of ${type?.toLowerCase()} for ${who}`;
    }
    case 'seatPools': {
      const role = bench.roles.find((one) => one.element.key === some(element, 'roles')[0]);
      return role ? `Seats of ${role.element.name}` : 'Seats';
    }
    case 'accountFilters':
      return `Accounts of ${who}`;
    case 'expectations': {
      const claim = CLAIMS.find((one) => one.key === element.claim)?.name ?? '';
      const what = targets(bench).find((one) => sameTarget(element, one.target))?.name ?? '';
      return `${who} ${claim} ${what}`;
    }
    default:
      return who;
  }
}
