console.log(`Bookend

  ./bookend demo [--fresh]             start everything with the Larkmere demo data; Ctrl-C stops it
  ./bookend test [unit|database|browser [name]|outages [seconds …]]
                                       every check, or a part of the tests
  ./bookend shots                      retake docs/screenshots from the demo data
  ./bookend bench                      measure speed beside its limits
  ./bookend stop                       stop a demo that was left running
  ./bookend backup FOLDER              copy the database and the sealed files
  ./bookend restore FOLDER --replace   put a backup back; erasures since then are done again
  ./bookend keys new-master            add a master key to the key file
  ./bookend keys open COPY FILE        open a sealed copy of the keys into a key file
  ./bookend help                       this page

DATABASE_URL uses a PostgreSQL server of yours instead of one of our own.
docs/configuration.md lists the other settings.`);
