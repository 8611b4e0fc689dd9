/**
 * What people use of what they may do (docs/access-model.md, section 12; docs/use.md): counted from
 * the decisions that Nembar gives, and told by applications. Start at {@link
 * nembar.server.use.UseCounter} and {@link nembar.server.use.UseStore}.
 */
package nembar.server.use;
