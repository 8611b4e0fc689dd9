/**
 * What keeps several servers on one database of one mind (docs/changes.md): each is told of new
 * editions, and looks at the edition with every request. Begin with {@link
 * nembar.server.cluster.Freshness}.
 */
package nembar.server.cluster;
