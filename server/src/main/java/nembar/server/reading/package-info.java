/**
 * Sources of people that are read: directories by LDAP (RFC 4511), and tables of applications. A
 * look first, then a run. Begin with {@link nembar.server.reading.SourceImport}.
 */
package nembar.server.reading;
