/**
 * Who: people, accounts, units and teams, and audiences made of them (docs/access-model.md, section
 * 2). Start at {@link nembar.core.directory.Directory}. What these people may do is not said here.
 */
package nembar.core.directory;
