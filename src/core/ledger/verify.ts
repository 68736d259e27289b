import { append, leafHash, merkleRoot, rootOf, type Frontier, type Hash } from './merkle';
import { choiceLeaf, hex, isSame, type PublicPart } from './leaf';

export interface SealedChoice {
  part: PublicPart;
  leafIndex: number;
  leaf: Uint8Array;
  sealedHash: Uint8Array;
  /** The sealed part itself, or null where it was removed. */
  sealed: Uint8Array | null;
  /** Whether the numbers kept beside it for reading quickly say what it says. */
  numbersAgree: boolean;
}

export interface FolioToVerify {
  tree: number;
  folio: number;
  root: Uint8Array;
  size: number;
  choices: readonly SealedChoice[];
}

/** What does not agree, and in which tree of the ledger. */
export type LedgerFault = { tree: number } & (
  | { code: 'choice-altered'; folio: number; leaf: number; choice: string }
  | { code: 'sealed-part-altered'; folio: number; leaf: number; choice: string }
  /** The numbers beside a choice, by which everybody's standing is counted, say something else than the choice. */
  | { code: 'numbers-altered'; folio: number; leaf: number; choice: string }
  | { code: 'choices-missing'; folio: number; expected: number; found: number }
  | { code: 'folio-root-wrong'; folio: number }
  | { code: 'folio-missing'; folio: number }
  | { code: 'head-root-wrong'; size: number; expected: string; found: string }
  | { code: 'head-size-wrong'; expected: number; found: number }
  | { code: 'head-signature-wrong'; size: number }
  /** The witness has another head of that size: the ledger was rewritten since. */
  | { code: 'deposit-differs'; size: number; signedAt: string }
  /** The witness has a head of more folios than there are: some were taken away. */
  | { code: 'deposit-beyond'; size: number; signedAt: string }
);

/** Faults of one folio: each altered choice is named by folio and leaf. */
export function verifyFolio(hash: Hash, folio: FolioToVerify): LedgerFault[] {
  const faults: LedgerFault[] = [];
  const { tree } = folio;
  if (folio.choices.length !== folio.size)
    faults.push({
      tree,
      code: 'choices-missing',
      folio: folio.folio,
      expected: folio.size,
      found: folio.choices.length,
    });
  const leaves = folio.choices.map((choice) => choiceLeaf(hash, choice.part, choice.sealedHash));
  folio.choices.forEach((choice, i) => {
    const at = { tree, folio: folio.folio, leaf: choice.leafIndex, choice: choice.part.id };
    if (!isSame(leaves[i]!, choice.leaf)) faults.push({ code: 'choice-altered', ...at });
    if (!choice.numbersAgree) faults.push({ code: 'numbers-altered', ...at });
    if (choice.sealed && !isSame(hash(choice.sealed), choice.sealedHash))
      faults.push({ code: 'sealed-part-altered', ...at });
  });
  if (!isSame(merkleRoot(hash, leaves), folio.root))
    faults.push({ tree, code: 'folio-root-wrong', folio: folio.folio });
  return faults;
}

/** The tree over folio roots, one folio at a time. */
export function addFolio(hash: Hash, frontier: Frontier, folioRoot: Uint8Array): Frontier {
  return append(hash, frontier, leafHash(hash, folioRoot));
}

export interface SignedHead {
  tree: number;
  size: number;
  root: Uint8Array;
  signatureIsGood: boolean;
}

/** Compares the recomputed tree with the signed head: who rewrites the whole chain cannot sign it. */
export function verifyHead(hash: Hash, frontier: Frontier, head: SignedHead): LedgerFault[] {
  const faults: LedgerFault[] = [];
  const { tree } = head;
  if (!head.signatureIsGood) faults.push({ tree, code: 'head-signature-wrong', size: head.size });
  if (frontier.size !== head.size)
    faults.push({ tree, code: 'head-size-wrong', expected: head.size, found: frontier.size });
  const found = hex(rootOf(hash, frontier));
  if (found !== hex(head.root))
    faults.push({ tree, code: 'head-root-wrong', size: head.size, expected: hex(head.root), found });
  return faults;
}
