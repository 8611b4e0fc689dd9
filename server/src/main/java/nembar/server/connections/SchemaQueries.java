package nembar.server.connections;

/** What PostgreSQL's own catalogues are asked; {@link SchemaReader} reads the answers. */
final class SchemaQueries {
    /** Tables and views of some schemas that may be read, in the order of their names. */
    static final String TABLES =
            """
            SELECT c.oid, n.nspname, c.relname, c.relkind::text, obj_description(c.oid, 'pg_class'),
                   CASE c.relkind WHEN 'p' THEN leaves.rows ELSE c.reltuples END,
                   CASE c.relkind WHEN 'p' THEN leaves.bytes ELSE pg_total_relation_size(c.oid) END
              FROM pg_class c
              JOIN pg_namespace n ON n.oid = c.relnamespace
              LEFT JOIN LATERAL (
                   SELECT sum(greatest(p.reltuples, 0)) AS rows, sum(pg_total_relation_size(p.oid)) AS bytes
                     FROM pg_partition_tree(c.oid) t JOIN pg_class p ON p.oid = t.relid
                    WHERE t.isleaf) leaves ON c.relkind = 'p'
             WHERE n.nspname = ANY (?) AND c.relkind IN ('r', 'p', 'v', 'm', 'f') AND NOT c.relispartition
               AND has_schema_privilege(n.oid, 'USAGE') AND has_any_column_privilege(c.oid, 'SELECT')
             ORDER BY n.nspname, c.relname
             LIMIT ?
            """;

    /** Columns of tables that may be read, in the order of the table. */
    static final String COLUMNS =
            """
            SELECT a.attrelid, a.attnum, a.attname, format_type(a.atttypid, a.atttypmod), a.atttypid,
                   a.atttypmod, a.attnotnull, col_description(a.attrelid, a.attnum)
              FROM pg_attribute a
             WHERE a.attrelid = ANY (?) AND a.attnum > 0 AND NOT a.attisdropped
               AND has_column_privilege(a.attrelid, a.attnum, 'SELECT')
             ORDER BY a.attrelid, a.attnum
            """;

    /** Types, with what a domain is made of. */
    static final String TYPES =
            """
            SELECT oid, typname, typtype::text, typbasetype, typtypmod, typnotnull
              FROM pg_type WHERE typtype IN ('b', 'd', 'e')
            """;

    /** Values of enumerations, in their order. */
    static final String LABELS =
            "SELECT enumtypid, enumlabel FROM pg_enum ORDER BY enumtypid, enumsortorder";

    /** What is unique in tables, whatever the row. */
    static final String UNIQUES =
            """
            SELECT indrelid, (indkey::int2[])[0:indnkeyatts - 1], indisprimary
              FROM pg_index
             WHERE indrelid = ANY (?) AND indisunique AND indisvalid AND indpred IS NULL AND indexprs IS NULL
             ORDER BY indrelid, indexrelid
            """;

    /** Foreign keys of tables. */
    static final String REFERENCES =
            """
            SELECT conrelid, conkey, confrelid, confkey, confdeltype = 'c'
              FROM pg_constraint
             WHERE conrelid = ANY (?) AND contype = 'f' AND conparentid = 0
             ORDER BY conrelid, conname
            """;

    /** Checks of one column, and of domains. */
    static final String CHECKS =
            """
            SELECT conrelid, conkey[1], contypid, pg_get_constraintdef(oid)
              FROM pg_constraint
             WHERE contype = 'c' AND (contypid <> 0 OR conrelid = ANY (?) AND cardinality(conkey) = 1)
            """;

    /**
     * Values of text columns that the database has counted; of a partitioned table those of all of
     * it last.
     */
    static final String STATISTICS =
            """
            SELECT s.schemaname, s.tablename, s.attname,
                   coalesce(s.most_common_vals::text, '{}')::text[] || coalesce(s.histogram_bounds::text, '{}')::text[]
              FROM pg_stats s
              JOIN pg_namespace n ON n.nspname = s.schemaname
              JOIN pg_class c ON c.relnamespace = n.oid AND c.relname = s.tablename
              JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = s.attname
             WHERE c.oid = ANY (?) AND a.atttypid IN ('text'::regtype, 'varchar'::regtype, 'bpchar'::regtype)
             ORDER BY s.inherited
            """;

    private SchemaQueries() {}
}
