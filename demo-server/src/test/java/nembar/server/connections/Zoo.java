package nembar.server.connections;

import java.util.List;
import java.util.Optional;
import nembar.server.connections.DatabaseConnection.Kept;
import nembar.server.connections.DatabaseConnection.Tls;
import nembar.server.testing.Cluster;

/** A schema with every kind of table, key, type and name, in the cluster of the tests. */
public final class Zoo {
    private static final String SQL =
            """
            DROP SCHEMA IF EXISTS zoo CASCADE;
            CREATE SCHEMA zoo;
            SET search_path = zoo;
            CREATE TYPE mood AS ENUM ('calm', 'wild');
            CREATE DOMAIN code AS varchar(8) CHECK (VALUE = ANY (ARRAY['a''b', 'c']));
            CREATE DOMAIN short_code AS code NOT NULL;
            CREATE TABLE keepers (
              id integer PRIMARY KEY, email text NOT NULL UNIQUE, name text NOT NULL, salary numeric(9,2));
            CREATE TABLE houses (
              id uuid PRIMARY KEY DEFAULT gen_random_uuid(), name text NOT NULL, keeper_id integer REFERENCES keepers);
            CREATE TABLE cages (
              house_id uuid NOT NULL REFERENCES houses, cage_no smallint NOT NULL, state text NOT NULL
                CHECK (state IN ('open', 'shut')), kind short_code, PRIMARY KEY (house_id, cage_no));
            CREATE TABLE "Tiere ""und"" Co" (
              "Nr" bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY, "Name; DROP" text, mood mood NOT NULL, weight numeric(6,0),
              born date, seen timestamptz, notes jsonb, tags text[], house uuid, cage smallint, doubled numeric
                GENERATED ALWAYS AS (weight * 2) STORED,
              FOREIGN KEY (cage, house) REFERENCES cages (cage_no, house_id) ON DELETE CASCADE);
            COMMENT ON TABLE "Tiere ""und"" Co" IS 'Animals';
            COMMENT ON COLUMN "Tiere ""und"" Co".weight IS '<b>kg</b>';
            CREATE TABLE feedings (day date NOT NULL, no integer NOT NULL, amount numeric, PRIMARY KEY (day, no))
              PARTITION BY RANGE (day);
            CREATE TABLE feedings_2026 PARTITION OF feedings FOR VALUES FROM ('2026-01-01') TO ('2027-01-01');
            CREATE TABLE visits (at timestamptz, gate text);
            CREATE UNIQUE INDEX ON visits (gate) WHERE at IS NOT NULL;
            CREATE TABLE badges (number char(6) NOT NULL, holder integer);
            CREATE UNIQUE INDEX ON badges (number) INCLUDE (holder);
            CREATE VIEW calm_animals AS SELECT "Nr" FROM "Tiere ""und"" Co" WHERE mood = 'calm';
            CREATE TABLE secret_plans (id integer PRIMARY KEY);
            CREATE TABLE half_secret (id integer PRIMARY KEY, open text, hidden text);
            CREATE TABLE schema_migrations (version text PRIMARY KEY);
            INSERT INTO keepers SELECT i, 'k' || i || '@zoo.example', 'Keeper ' || i, 1000 + i FROM generate_series(1, 20) i;
            INSERT INTO houses (name, keeper_id) SELECT 'House ' || i, i FROM generate_series(1, 5) i;
            INSERT INTO cages SELECT id, 1, 'open', 'c' FROM houses;
            INSERT INTO "Tiere ""und"" Co" ("Name; DROP", mood, weight, house, cage)
              SELECT 'Animal ' || cage_no, 'wild', 7, house_id, cage_no FROM cages;
            INSERT INTO feedings SELECT '2026-03-01'::date + i, i, i FROM generate_series(1, 30) i;
            GRANT USAGE ON SCHEMA zoo TO towline_reader;
            GRANT SELECT ON ALL TABLES IN SCHEMA zoo TO towline_reader;
            REVOKE ALL ON secret_plans, half_secret FROM towline_reader;
            GRANT SELECT (id, open) ON half_secret TO towline_reader;
            """;

    private Zoo() {}

    /** Makes the schema anew. */
    public static void make(Cluster cluster) {
        run(cluster, SQL);
    }

    /** Runs statements as the owner of the schema. */
    public static void run(Cluster cluster, String sql) {
        cluster.run("towline", sql);
    }

    /** A connection to it, as somebody who only reads. */
    public static DatabaseConnection connection(Cluster cluster) {
        return connection(cluster, "towline_reader", cluster.password("towline_reader"));
    }

    static DatabaseConnection connection(Cluster cluster, String user, String password) {
        return new DatabaseConnection(
                "127.0.0.1",
                cluster.port(),
                "towline",
                user,
                new Kept(password),
                Tls.OFF,
                Optional.empty(),
                List.of("zoo"));
    }
}
