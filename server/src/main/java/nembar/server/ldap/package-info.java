/**
 * Import of people from an LDAP directory (RFC 4511): a look first, then a run. Begin with {@link
 * nembar.server.ldap.LdapImport}.
 */
package nembar.server.ldap;
