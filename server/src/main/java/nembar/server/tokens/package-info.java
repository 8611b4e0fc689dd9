/**
 * Tokens of programs as people see them: made, listed and ended on a service's sheet, and good only
 * as far as whoever keeps them could give what they open (docs/access-model.md, section 10).
 */
package nembar.server.tokens;
