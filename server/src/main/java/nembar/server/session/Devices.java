package nembar.server.session;

import java.util.LinkedHashMap;
import java.util.Map;

/** Tells in a few words what a program says of itself. */
final class Devices {
    private static final int LENGTH_AT_MOST = 60;
    private static final Map<String, String> BROWSERS = new LinkedHashMap<>();
    private static final Map<String, String> SYSTEMS = new LinkedHashMap<>();

    static {
        BROWSERS.put("Edg/", "Edge");
        BROWSERS.put("Firefox/", "Firefox");
        BROWSERS.put("Chrome/", "Chromium");
        BROWSERS.put("Safari/", "Safari");
        SYSTEMS.put("Android", "Android");
        SYSTEMS.put("iPhone", "iPhone");
        SYSTEMS.put("Windows", "Windows");
        SYSTEMS.put("Mac OS", "macOS");
        SYSTEMS.put("Linux", "Linux");
    }

    private Devices() {}

    static String words(String agent) {
        String browser = first(BROWSERS, agent);
        String system = first(SYSTEMS, agent);
        if (browser.isEmpty()) {
            return agent.length() > LENGTH_AT_MOST ? agent.substring(0, LENGTH_AT_MOST) : agent;
        }
        return system.isEmpty() ? browser : browser + " on " + system;
    }

    private static String first(Map<String, String> words, String agent) {
        return words.entrySet().stream()
                .filter(one -> agent.contains(one.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("");
    }
}
