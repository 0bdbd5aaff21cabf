package earnest.systems;

import earnest.ground.Problem;

import org.springframework.stereotype.Service;

import java.util.List;

/** All systems. */
@Service
public class Systems {
    private final List<Connector> connectors;

    Systems(List<Connector> connectors) {
        this.connectors = List.copyOf(connectors);
    }

    public List<Connector> all() {
        return connectors;
    }

    /**
     * @throws Problem 404 if there is none
     */
    public Connector system(String id) {
        return connectors.stream()
                .filter(c -> c.system().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.unknown("system"));
    }
}
