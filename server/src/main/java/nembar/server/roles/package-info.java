/**
 * Roles proposed from what people hold and use (docs/use.md); what is proposed is the core's
 * ({@code nembar.core.roles}).
 */
package nembar.server.roles;
