/** Changes that somebody wants and somebody else has to agree to: kept until they are decided. */
package nembar.server.consents;
