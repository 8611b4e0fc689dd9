import type { Piece } from './api';

/** A sentence as it reads: what fills its slots stands out. */
export function SentenceShown({ pieces }: { pieces: Piece[] }) {
  return pieces.map((piece, at) =>
    piece.slot ? (
      // Pieces have no name of their own; their order is the sentence.
      // biome-ignore lint/suspicious/noArrayIndexKey: a sentence never changes in place
      <strong key={at} style={{ fontWeight: 600 }}>
        {piece.text}
      </strong>
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: a sentence never changes in place
      <span key={at}>{piece.text}</span>
    ),
  );
}
