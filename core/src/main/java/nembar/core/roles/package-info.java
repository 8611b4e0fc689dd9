/**
 * Roles proposed from what people hold and use (docs/access-model.md, section 12). Start at {@link
 * nembar.core.roles.RoleProposals}.
 */
package nembar.core.roles;
