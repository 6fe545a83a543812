-- What befalls a vehicle befalls its batteries too, and stays end: states are folded anew.
DELETE FROM state;
