/**
 * SCIM 2.0 (RFC 7643, RFC 7644): people and teams as other systems provision them. Begin with
 * {@link nembar.server.scim.ScimController}.
 */
package nembar.server.scim;
