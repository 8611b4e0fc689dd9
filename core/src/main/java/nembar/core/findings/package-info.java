/** What is worth a look in a design, one class a finder (docs/access-model.md, section 9). */
package nembar.core.findings;
