#!/usr/bin/env bash
# Asks a Nembar for decisions: one, several at once, a search, and a filter for a list.
# NEMBAR_URL and NEMBAR_TOKEN say where, and as which program; they are the demo's when left out.
set -euo pipefail
url=${NEMBAR_URL:-http://127.0.0.1:8480}
token=${NEMBAR_TOKEN:-larkwater-gateway-decides-41}

ask() {
  curl --silent --show-error --fail-with-body "$url/access/v1/$1" \
    --header "Authorization: Bearer $token" --header 'Content-Type: application/json' --data "$2"
  echo
}

ilse='"subject": {"type": "person", "id": "ilse.marrow@larkwater.example"}'
view='"action": {"name": "view"}'

# May she view this voyage?
ask evaluation "{$ilse, $view, \"resource\": {\"type\": \"voyage\", \"id\": \"V-1000\"}}"

# And which of these two may she change?
ask evaluations "{$ilse, \"action\": {\"name\": \"change\"}, \"evaluations\": [
  {\"resource\": {\"type\": \"voyage\", \"id\": \"V-1000\"}}, {\"resource\": {\"type\": \"voyage\", \"id\": \"V-1001\"}}]}"

# The first three that she may view, by their keys.
ask search/resource "{$ilse, $view, \"resource\": {\"type\": \"voyage\"}, \"page\": {\"limit\": 3}}"

# All that she may change, as a filter for a query of one's own.
ask filter "{$ilse, \"action\": {\"name\": \"change\"}, \"resource\": {\"type\": \"voyage\"}, \"options\": {\"alias\": \"v\", \"placeholders\": \"numbered\"}}"
