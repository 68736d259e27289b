console.log(`Bookend

  ./bookend demo [--fresh]             start everything with the Larkmere demo data; Ctrl-C stops it
  ./bookend start [--port N] [--host H] [--proxies N] [--database URL] [--foreground]
                                       start your own installation, and keep it running
  ./bookend status                     what runs, since when, versions, last backup, room, queue
  ./bookend stop                       stop your own installation, or a demo that was left running
  ./bookend update                     after fetching another version: back up, bring the schema up to date, start
  ./bookend user first | list | invite | reset | block
                                       ways in for colleagues when nobody else can give one
  ./bookend service [FOLDER]           units for systemd and an example for nginx
  ./bookend test [unit|database|browser [name]|own|outages [seconds …]]
                                       every check, or a part of the tests
  ./bookend shots                      retake docs/screenshots from the demo data
  ./bookend bench                      measure speed beside its limits
  ./bookend backup FOLDER              copy the database and the sealed files
  ./bookend restore FOLDER --replace   put a backup back; erasures since then are done again
  ./bookend keys new FILE              make a key file where there is none
  ./bookend keys new-master            add a master key to the key file
  ./bookend keys open COPY FILE        open a sealed copy of the keys into a key file
  ./bookend help                       this page

DATABASE_URL uses a PostgreSQL server of yours instead of one of our own.
BOOKEND_DATA says where your own installation lies. docs/running.md is the page for whoever runs it.`);
