/**
 * The three rules that stand above every design (docs/access-model.md, section 10), as functions of
 * a draft or a move of a person: who may publish it, whose approval it lacks, and why. Start at
 * {@link nembar.core.governance.StandingRules}. Who may do what in Nembar besides is decided like
 * everything else, over its own catalogue.
 */
package nembar.core.governance;
