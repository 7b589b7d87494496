UPDATE `coil` SET `faces` = replace(`faces`, '"screen":', '"fence":');
