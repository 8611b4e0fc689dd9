/**
 * The ledger (docs/access-model.md, section 8): what was published, when, by whom and for whom;
 * what was done to people, teams, units and accounts; who tried to sign in.
 */
package nembar.server.ledger;
