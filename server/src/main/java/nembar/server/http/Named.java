package nembar.server.http;

/** Something by key and name. */
public record Named(String key, String name) {}
