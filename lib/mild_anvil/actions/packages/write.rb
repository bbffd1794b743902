# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Writes everything, a job, or lots as a Data Package that reads back here or elsewhere.
      class Write
        Tables = Store::CarriedTables
        INSTALLATION = "installation"
        ABOUT = "Made by Mild Anvil. Tables in data/, curves as they were recorded in curves/, files as they were " \
                "handed in in originals/, photos and papers beside them. All values are SI unless a unit stands " \
                "beside them; times are UTC. How it is made is told in docs/data-package.md."

        # All of it as it was when it was begun, whoever saves meanwhile.
        # @param path [String] of the file to be written
        # @param lot_ids [Array<Integer>, nil]; @param job_id [Integer, nil]; neither: everything
        # @return [Hash] the manifest
        # @raise [NotFound]
        def self.call(path, lot_ids: nil, job_id: nil)
          installation # told once, before anything is looked at
          Signing::Keys.own
          Sequel::Model.db.transaction(isolation: :repeatable) { new(lot_ids, job_id).write(path) }
        end

        # @return [String] of this installation, the same for ever
        def self.installation
          Store::Settings.get(INSTALLATION) || ULID.generate.tap { |uid| Store::Settings.set(INSTALLATION, uid) }
        end

        def initialize(lot_ids, job_id)
          @job = job_id && (Store::Models::Job[job_id] || raise(NotFound.new("there is no job #{job_id}", id: job_id)))
          lots = @job ? @job.lots_dataset.select_order_map(:id) : lot_ids
          lots&.each { |id| Store::Models::Lot.fetch!(id) }
          @rows = Store::CarriedRows.new(lots: lots, job: job_id)
          @written = []
        end

        def write(path)
          about = about()
          seal = ->(sha256) { Vouched.seal(sha256, about).line }
          Documents::DataPackage.write(path, about, seal: seal) do |package|
            @package = package
            Tables::ALL.each_value { |table| table(table) }
            curves
            originals
            events
            ratings
            recompute
            check_page
          end
        end

        private

        def about
          lots = @rows.lot_ids.map { |id| Store::Models::Lot[id] }
          { name: "mild-anvil-#{Time.now.utc.strftime('%Y%m%d-%H%M%S')}", title: title(lots), description: ABOUT,
            created: Time.now.utc.iso8601,
            mild_anvil: { format: Documents::DataPackage::FORMAT, application: VERSION,
                          schema: Store::Database.newest_schema, installation: Write.installation,
                          scope: scope, own_events: Store::Journal.count, lots: lots.map { |lot| named(lot) } } }
        end

        def named(lot) = { uid: lot.uid, name: lot.name, job: lot.job.title }

        def scope
          return "everything" if @rows.everything?

          @job ? "job" : "lots"
        end

        def title(lots)
          return "Everything of #{Papers::Laboratory.show[:name]}".strip if @rows.everything?

          @job ? "#{@job.customer}: #{@job.title}" : lots.map(&:name).first(3).join(", ")
        end

        def table(table)
          columns = Tables.columns(table.name)
          rows = @rows.rows(table.name).map { |row| bare(table, row) }
          @recordings = rows if table.name == :recordings
          return if rows.empty?

          @written << table.name
          keys = columns.key?(:id) ? [:id] : table.key
          references = Tables.references(table.name).select { |_, parent| @written.include?(parent) }
          @package.table(table.name.to_s, columns, rows, keys: keys, references: references)
        end

        # Bytes become files of their own.
        def bare(table, row)
          table.files.each do |column, folder|
            extension = row[:format] || (folder == "papers" ? "pdf" : File.extname(row[:name].to_s)[1, 8])
            row[column] =
              @package.file(folder, "#{row[:uid]}.#{extension.to_s[/\A\w+\z/] || 'bin'}", row[column].to_s.b)
          end
          row
        end

        # Every channel as it was recorded, against its seconds.
        def curves
          @recordings.each do |row|
            recording = Store::Models::Recording[row[:id]]
            channels = recording.channels
            columns = channels.map { |channel| Store::Samples.all(channel.id, recording.sample_count) }
            header = channels.map { |channel| "#{channel.position} #{channel.name}" }
            unless channels.any? { |channel| channel.role == "time" }
              header = ["seconds", *header]
              columns = [seconds(recording), *columns]
            end
            @package.curve("curve-#{row[:uid]}", header, columns)
          end
        end

        def seconds(recording)
          Array.new(recording.sample_count) { |i| recording.start_seconds + (i * recording.interval_seconds.to_f) }
        end

        def originals
          ids = @recordings.map { |row| row[:source_file_id] }.uniq
          Store::Models::SourceFile.where(id: ids).order(:id).each do |file|
            @package.file("originals", Packages.original(file.values).delete_prefix("originals/"), file.bytes)
          end
        end

        # What was done, with the hash that each entry had in the chain here.
        def events
          rows = Store::CarriedJournal.rows(@rows.everything? ? nil : @rows.lot_ids)
          @package.table("events", Store::CarriedJournal::COLUMNS, rows,
                         keys: [:uid], references: { lot_id: :lots, person_id: :people })
        end

        def recompute
          Recompute.new(@rows.lot_ids, @recordings).each do |name, bytes, type|
            @package.file("recompute", name, bytes, mediatype: type)
          end
        end

        # Whoever has a paper of it can see whether it is genuine.
        def check_page
          @package.file("check", "check-paper.html", CheckPage.call(@rows.lot_ids), mediatype: "text/html")
        end

        # What each lot's figures follow from as it stands, for whoever rates it again without this application's
        # database.
        def ratings
          @rows.lot_ids.each do |id|
            lot = Store::Models::Lot[id]
            inputs = RatingInputs.call(LotFacts.new(lot))
            @package.file("ratings", "#{lot.uid}.json", Canonical.text(inputs), mediatype: "application/json")
          end
        end
      end
    end
  end
end
