# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # The page that says of a paper, from disk and without us, whether it is genuine; with what a package knows of
      # keys and of what supersedes what.
      module CheckPage
        PAGE = File.expand_path("../../../../data/check_paper/check-paper.html", __dir__)
        KNOWN = %r{(<script type="application/json" id="known">).*?(</script>)}m

        module_function

        # @param lot_ids [Array<Integer>]
        # @return [String] HTML
        def call(lot_ids)
          known = { keys: keys, statements: statements(lot_ids), made: Time.now.utc.strftime("%Y-%m-%d") }
          text = JSON.generate(known).gsub("<", "\\u003c") # no name ends the script
          File.read(PAGE).sub(KNOWN) { "#{Regexp.last_match(1)}#{text}#{Regexp.last_match(2)}" }
        end

        def keys
          Signing::Keys.own
          Store::Models::SigningKey.order(:id).all.select(&:believed?).map do |key|
            whose = key.own ? Papers::Laboratory.show[:name] : key.name
            whose = "the installation that made this package" if whose.empty?
            { fingerprint: key.fingerprint, words: "of #{whose}, says the package that this page came with" }
          end
        end
        private_class_method :keys

        def statements(lot_ids)
          rows = Store::Models::Statement.where(lot_id: lot_ids).order(:id).eager(:withdrawal, :superseded_by).all
          rows.map { |row| { uid: row.uid, standing: Papers::Standing.of(row), by: row.superseded_by&.number } }
        end
        private_class_method :statements
      end
    end
  end
end
