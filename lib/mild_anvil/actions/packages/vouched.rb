# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Who vouches for what a package says of people: the installation that signed it, if it is believed here.
      class Vouched
        OWN = "own"
        TRUSTED = "trusted"
        STRANGER = "stranger"
        UNSIGNED = "unsigned"

        # @param sha256 [String] of the manifest; @param about [Hash] of the package
        # @return [Core::Seal::Sealed]
        def self.seal(sha256, about)
          text = Canonical.text({ kind: "package", version: Signing::Hand::VERSION, manifest_sha256: sha256,
                                  installation: Write.installation, laboratory: Papers::Laboratory.show[:name],
                                  fingerprint: Signing::Keys.own.fingerprint, title: about[:title],
                                  created: about[:created] })
          Core::Seal::Sealed.make(text, Store::KeyFile.key)
        end

        # @param contents [Devices::Package::Contents]
        def initialize(contents)
          @contents = contents
          @seal = contents.seal
        end

        # @return [Array<String>] what is wrong with the seal
        def problems
          return [] if @seal.nil?
          return ["its seal was not made by the key that it names"] unless @seal.genuine?

          said = @seal.content
          return [] if said["kind"] == "package" && said["manifest_sha256"] == @contents.manifest_sha256

          ["it was changed after it was signed: its seal is over another list"]
        end

        # @return [String] OWN, TRUSTED, STRANGER or UNSIGNED
        def how = @how ||= found

        # @return [Boolean] whether what it says of people is believed
        def believed? = [OWN, TRUSTED].include?(how)
        def own? = how == OWN

        # @return [Hash] how, name, short, fingerprint, public_key
        def told
          fingerprint = @seal&.fingerprint
          { how: how, name: @seal ? @seal.content["laboratory"].to_s[0, 200] : "", fingerprint: fingerprint,
            short: fingerprint && Core::Seal::Sealed.short(fingerprint), public_key: @seal&.public_pem }
        end

        # @return [String] in a sentence
        def in_words
          return "a package that nobody signed" if @seal.nil?

          "a package of #{[told[:name], "key #{told[:short]}"].reject(&:empty?).join(', ')}"
        end

        private

        def found
          return UNSIGNED if @seal.nil?
          return STRANGER unless key&.believed?

          key.own ? OWN : TRUSTED
        end

        def key
          Signing::Keys.own # told, so that it is known again in an installation that was set up anew
          @key ||= Store::Models::SigningKey.first(fingerprint: @seal.fingerprint)
        end
      end
    end
  end
end
