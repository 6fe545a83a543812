-- States remember spells on maintainers, measured draws and outings: they are folded anew.
DELETE FROM state;
