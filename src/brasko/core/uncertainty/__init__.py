"""What is not known exactly: the general parameters of the model, with priors, and what calibration made of them."""
