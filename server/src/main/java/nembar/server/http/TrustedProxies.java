package nembar.server.http;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * Believes what a proxy says of where a request comes from, and by which scheme, only of proxies
 * whose addresses are set: {@code nembar.trusted-proxies}.
 */
@Component
class TrustedProxies implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private final List<String> proxies;

    TrustedProxies(@Value("${nembar.trusted-proxies:}") List<String> proxies) {
        this.proxies = proxies.stream().map(String::strip).filter(one -> !one.isEmpty()).toList();
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        if (proxies.isEmpty()) {
            return;
        }
        RemoteIpValve valve = new RemoteIpValve();
        valve.setInternalProxies(
                proxies.stream().map(Pattern::quote).collect(Collectors.joining("|")));
        valve.setRemoteIpHeader("X-Forwarded-For");
        valve.setProtocolHeader("X-Forwarded-Proto");
        factory.addEngineValves(valve);
    }
}
