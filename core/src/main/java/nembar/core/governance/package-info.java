/**
 * The rules that stand above every design (docs/access-model.md, section 10): what stands against a
 * change, and whose approval would lift it. {@link nembar.core.governance.StandingRules} has no
 * raising and guarded areas, {@link nembar.core.governance.Administrators} never nobody, {@link
 * nembar.core.governance.SignInRules} acts on a sign-in, {@link
 * nembar.core.governance.HandOverRules} records that change hands, {@link
 * nembar.core.governance.Disclosure} what may be read while designing. Who may do what in Nembar
 * besides is decided like everything else, over its own catalogue.
 */
package nembar.core.governance;
