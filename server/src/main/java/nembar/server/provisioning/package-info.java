/**
 * What sources change: people and teams, within the rights of the source and of its keepers
 * (docs/access-model.md, section 10). Begin with {@link nembar.server.provisioning.Provisioning}.
 * How changes arrive is in {@code nembar.server.scim} and {@code nembar.server.reading}.
 */
package nembar.server.provisioning;
