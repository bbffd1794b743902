# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Reads a package: says what it would bring, and brings it, all or nothing.
      module TakeIn
        LOCK = "anvil-packages"

        module_function

        # @param path [String] of the file
        # @return [Hash] title, scope, application, made, lots, counts, differences, problems
        # @raise [InvalidInput]
        def look(path)
          Devices::Package::Contents.open(path) do |contents|
            said = about(contents)
            vouched = Vouched.new(contents)
            problems = Sound.problems(contents, vouched)
            next nothing(said, problems) if problems.any?

            { **said, problems: [], **told(tried(contents, vouched)) }
          rescue InvalidInput, Conflict => e
            nothing(said, [e.message])
          rescue *Sound::OTHER_FORM => e
            nothing(said, [Sound.other_form(e)])
          end
        end

        # What taking it would do, done and undone: a look finds all that taking it would refuse.
        def tried(contents, vouched)
          merge = nil
          Store::NamedLock.hold(LOCK) do
            Store::Database.write do
              merge = Merge.new(contents, vouched).call
              raise Sequel::Rollback # before anything is told in the chain, whose end everybody waits for
            end
          end
          merge
        end
        private_class_method :tried

        def nothing(said, problems)
          { **said, problems: problems, counts: [], differences: [], heard: [], marked: 0 }
        end
        private_class_method :nothing

        # @param sha256 [String] of the bytes that were looked at
        # @param take [Array<String>] uids of differing rows to be taken from the package
        # @return [Hash] as look, of what was done
        # @raise [Conflict] for other bytes; [InvalidInput]
        def call(path, name:, sha256:, person_id:, take: [])
          person = People.fetch!(person_id)
          digest = OpenSSL::Digest.new("SHA256").file(path).hexdigest
          raise Conflict, "This is not the package that was looked at: look at it again" unless digest == sha256

          Devices::Package::Contents.open(path) do |contents|
            vouched = Vouched.new(contents)
            problems = Sound.problems(contents, vouched)
            raise InvalidInput.new("Not taken in: #{problems.first}", fields: { file: problems.first }) if problems.any?

            merge = Store::NamedLock.hold(LOCK) { write(contents, vouched, take, { name: name, sha256: digest }, person) }
            merge.lots.each { |id| RefreshLot.settle(id) }
            { **about(contents), problems: [], **told(merge) }
          end
        rescue *Sound::OTHER_FORM => e
          raise InvalidInput.new("Not taken in: #{Sound.other_form(e)}", fields: { file: "is of another form" })
        end

        def write(contents, vouched, take, file, person)
          Store::Database.write do
            merge = Merge.new(contents, vouched, take: take).call
            Curves.new(contents).keep(merge.new_recordings, merge)
            package = keep(contents, merge, file, person)
            merge.hearing.keep(package, person)
            CarriedEvents.keep(contents, merge, package)
            refresh(merge)
            merge
          end
        end
        private_class_method :write

        # A new lot stands in the rack at once; what is here already is brought up afterwards.
        def refresh(merge)
          known = Store::Models::LotSummary.where(lot_id: merge.lots).select_map(:lot_id)
          (merge.lots - known).sort.each { |id| RefreshLot.call(Store::Models::Lot.locked!(id)) }
          known.sort.each { |id| Store::Models::LotSummary.dataset.fall_behind(id) }
        end
        private_class_method :refresh

        def keep(contents, merge, file, person)
          counts = merge.counts.select { |_, row| row.values_at(:new, :differ).sum.positive? }
          row = Store::Models::Package.create(**file, title: contents.title[0, 400], person_id: person.id,
                                                      installation: contents.ours["installation"].to_s[0, 26],
                                                      outcome: JSON.generate(counts))
          Store::Events.record(:take_in_package, row, person_id: person.id,
                                                      after: { title: row.title, sha256: row.sha256,
                                                               new: merge.counts.values.sum { |c| c[:new] } })
          row
        end
        private_class_method :keep

        def about(contents)
          ours = contents.ours
          { title: contents.title, scope: ours["scope"].to_s, application: ours["application"].to_s,
            own: ours["installation"] == Write.installation, vouched: Vouched.new(contents).told,
            made: contents.manifest["created"].to_s,
            lots: ours["lots"].to_a.map { |lot| { name: lot["name"].to_s, job: lot["job"].to_s } } }
        end
        private_class_method :about

        def told(merge)
          { counts: merge.counts.map { |table, row| { table: table.to_s, **row } },
            differences: merge.differences.map(&:to_h), heard: Heard.summed(merge.hearing.heard),
            marked: merge.hearing.marks.size }
        end
        private_class_method :told
      end
    end
  end
end
