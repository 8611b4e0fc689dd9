/**
 * Messages that leave by SMTP, and are kept until they have. Begin with {@link
 * nembar.server.mail.Outbox}.
 */
package nembar.server.mail;
